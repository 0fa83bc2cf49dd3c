import { EventEmitter } from 'node:events';
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Logger } from 'pino';
import type { Transaction } from 'sequelize';
import { WebSocketServer } from 'ws';
import type { Actor } from '../policy/actor';
import { OpenLines } from './lines';
import { sendAway } from './sendAway';
import { onStandingChanged } from './standing';

/** Who has something new to look at: told by whatever changes it, heard by the sockets. */
const told = new EventEmitter<{ news: [people: readonly string[]] }>();
told.setMaxListeners(0);

/** Says that these people's lists have changed, as soon as the transaction in which they do is over. */
export function newsOf(people: readonly string[], transaction: Transaction): void {
  transaction.afterCommit(() => {
    told.emit('news', people);
  });
}

/** Nothing that a client says is listened to. */
const LISTENED_TO = 64;

/** Sockets that say when there is something new, and nothing of what it is: that is asked for like everything else. */
export class NewsRoom {
  private readonly sockets = new WebSocketServer({ noServer: true, maxPayload: LISTENED_TO });
  private readonly lines = new OpenLines();
  private readonly stopListening: () => void;

  /** @param isOpen whether a session has not ended */
  constructor(
    private readonly isOpen: (sessionId: string) => Promise<boolean>,
    private readonly logger: Logger,
  ) {
    told.on('news', this.pass);
    this.stopListening = onStandingChanged((people) => void this.lookAgain(people));
  }

  private readonly pass = (people: readonly string[]): void => {
    for (const socket of this.lines.of(new Set(people))) socket.send('news');
  };

  /** Takes over an upgraded connection of a signed-in person. */
  accept(request: IncomingMessage, socket: Duplex, head: Buffer, actor: Actor): void {
    this.sockets.handleUpgrade(request, socket, head, (webSocket) => this.lines.add(webSocket, actor));
  }

  /** Closes the sockets of sessions that have ended. */
  closeSessions(sessionIds: readonly string[]): void {
    this.lines.end(sessionIds);
  }

  /** Closes what was opened by sessions that have ended since. @param people only theirs */
  async lookAgain(people?: ReadonlySet<string>): Promise<void> {
    for (const sessionId of this.lines.sessions(people)) {
      try {
        if (!(await this.isOpen(sessionId))) this.lines.end([sessionId]);
      } catch (error) {
        // Nothing is known of it just now; it is asked again soon.
        this.logger.error({ err: error }, 'whether a session is open could not be asked again');
      }
    }
  }

  async close(): Promise<void> {
    told.off('news', this.pass);
    this.stopListening();
    await sendAway(this.sockets);
  }
}
