import { HocuspocusProvider, HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import pino from 'pino';
import WebSocket from 'ws';
import * as Y from 'yjs';
import { startServer, type RunningServer } from '../server';
import { FONTS } from './checkout';
import type { SmallSchool, TestClient } from './smallSchool';

/** The whole server, with real sockets, on a small school's database. */
export const serverOf = ({ database, filesRoot }: SmallSchool): Promise<RunningServer> =>
  startServer(
    {
      port: 0,
      host: '127.0.0.1',
      databaseUrl: database.url,
      webRoot: null,
      filesRoot,
      fontsRoot: FONTS,
      trustedProxies: [],
      computeWorker: null,
      mail: null,
      logLevel: 'silent',
    },
    pino({ level: 'silent' }),
  );

export const cookieOf = (client: TestClient): string =>
  [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');

/** What has not come by then never will, on however slow a machine, in milliseconds. */
const LONGEST_WAIT = 60_000;

/** Waits until something holds, looking again after every turn of the event loop. */
export async function until(holds: () => boolean | Promise<boolean>, awaited: string): Promise<void> {
  const end = Date.now() + LONGEST_WAIT;
  while (!(await holds())) {
    if (Date.now() > end) throw new Error(`Never happened: ${awaited}`);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
}

/** What school says beside the document. */
interface News {
  kind: string;
  why?: string;
}

/** A document that is opened over a socket of its own, which is not opened again once it is closed. */
export class LiveDocument {
  readonly doc = new Y.Doc();
  readonly provider: HocuspocusProvider;
  readonly news: News[] = [];
  /** The code that the socket was closed with first; null while it was not. */
  closedWith: number | null = null;
  failed = false;
  /** What may be done with it; null before that is told. */
  scope: string | null = null;
  private readonly socket: HocuspocusProviderWebsocket;

  /** @param port of the server @param name as the sync asks for it @param cookie of who opens it */
  constructor(port: number, name: string, cookie: string) {
    const origin = `http://127.0.0.1:${port}`;
    const closed = (code: number): void => void (this.closedWith ??= code);
    class Socket extends WebSocket {
      constructor(url: string) {
        super(url, { headers: { cookie, origin } });
        this.on('close', closed);
      }
    }
    this.socket = new HocuspocusProviderWebsocket({
      url: `ws://127.0.0.1:${port}/sync`,
      WebSocketPolyfill: Socket,
      delay: 60_000,
      minDelay: 60_000,
      maxDelay: 60_000,
    });
    this.provider = new HocuspocusProvider({
      name,
      document: this.doc,
      websocketProvider: this.socket,
      awareness: null,
      token: 'cookie',
      onStateless: ({ payload }) => void this.news.push(JSON.parse(payload) as News),
      onAuthenticationFailed: () => void (this.failed = true),
      onAuthenticated: ({ scope }) => void (this.scope = scope),
    });
    this.provider.attach();
  }

  wasTold(kind: string): boolean {
    return this.news.some((news) => news.kind === kind);
  }

  /** Once it may be used, or it is said that it may not, or the socket is not even opened. */
  answered(): Promise<void> {
    const isAnswered = (): boolean => this.failed || this.scope !== null || this.closedWith !== null;
    return until(isAnswered, `an answer on ${this.provider.configuration.name}`);
  }

  destroy(): void {
    this.provider.destroy();
    this.socket.destroy();
    // It would connect once more, long after.
    this.socket.connect = () => Promise.resolve();
  }
}
