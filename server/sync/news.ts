import { EventEmitter } from 'node:events';
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Transaction } from 'sequelize';
import { WebSocketServer, type WebSocket } from 'ws';
import type { Actor } from '../policy/actor';
import { sendAway } from './sendAway';

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
  private readonly byPerson = new Map<string, Set<WebSocket>>();
  private readonly bySession = new Map<string, Set<WebSocket>>();

  constructor() {
    told.on('news', this.pass);
  }

  private readonly pass = (people: readonly string[]): void => {
    for (const person of new Set(people)) for (const socket of this.byPerson.get(person) ?? []) socket.send('news');
  };

  /** Takes over an upgraded connection of a signed-in person. */
  accept(request: IncomingMessage, socket: Duplex, head: Buffer, { personId, sessionId }: Actor): void {
    this.sockets.handleUpgrade(request, socket, head, (webSocket) => {
      const places = [
        [this.byPerson, personId],
        [this.bySession, sessionId],
      ] as const;
      for (const [map, key] of places) map.set(key, (map.get(key) ?? new Set()).add(webSocket));
      webSocket.on('error', () => webSocket.terminate());
      webSocket.on('close', () => {
        for (const [map, key] of places) {
          map.get(key)?.delete(webSocket);
          if (map.get(key)?.size === 0) map.delete(key);
        }
      });
    });
  }

  /** Closes the sockets of sessions that have ended. */
  closeSessions(sessionIds: readonly string[]): void {
    for (const id of sessionIds) for (const socket of this.bySession.get(id) ?? []) socket.close(4401, 'Signed out');
  }

  async close(): Promise<void> {
    told.off('news', this.pass);
    await sendAway(this.sockets);
  }
}
