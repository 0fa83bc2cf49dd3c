import type { WebSocket } from 'ws';
import type { Actor } from '../policy/actor';

/** As HTTP's 401: on coming back the device is refused until somebody signs in. */
const SIGNED_OUT = { code: 4401, reason: 'Signed out' };
/** As HTTP's 403: on coming back the device is let in to what it may still see. */
const LOOK_AGAIN = { code: 4403, reason: 'Look again' };

interface Lines {
  personId: string;
  sockets: Set<WebSocket>;
}

/** The sockets that are open, by the session that opened them. */
export class OpenLines {
  private readonly bySession = new Map<string, Lines>();

  /** Keeps a socket until it closes. A frame that is none, or is too large, ends that one line, and nothing else. */
  add(socket: WebSocket, { sessionId, personId }: Pick<Actor, 'sessionId' | 'personId'>): void {
    const lines = this.bySession.get(sessionId) ?? { personId, sockets: new Set() };
    this.bySession.set(sessionId, lines);
    lines.sockets.add(socket);
    socket.on('error', () => socket.terminate());
    socket.on('close', () => {
      lines.sockets.delete(socket);
      if (lines.sockets.size === 0) this.bySession.delete(sessionId);
    });
  }

  /** Sessions with open sockets: of all people, or of these. */
  sessions(people?: ReadonlySet<string>): string[] {
    const all = [...this.bySession];
    return all.filter(([, { personId }]) => people?.has(personId) ?? true).map(([id]) => id);
  }

  /** The sockets of these people. */
  *of(people: ReadonlySet<string>): Generator<WebSocket> {
    for (const { personId, sockets } of this.bySession.values()) if (people.has(personId)) yield* sockets;
  }

  /** For sessions that have ended. */
  end(sessionIds: readonly string[]): void {
    this.close(sessionIds, SIGNED_OUT);
  }

  /** For somebody who may not see any more what they have open: on coming back they are told so. */
  sendBack(sessionId: string): void {
    this.close([sessionId], LOOK_AGAIN);
  }

  private close(sessionIds: readonly string[], { code, reason }: typeof SIGNED_OUT): void {
    for (const id of sessionIds) for (const socket of this.bySession.get(id)?.sockets ?? []) socket.close(code, reason);
  }
}
