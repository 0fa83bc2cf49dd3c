import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { Client } from 'pg';
import * as Y from 'yjs';
import { pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { hashToken, newToken } from '@lippet/server/services/secrets';

const ROOT = join(import.meta.dirname, '..');
/** The server as it is shipped; `./lippet` packs it. */
const PROGRAM = join(ROOT, '.lippet', 'server', 'main.mjs');
const DAY = 86_400_000;

/** The demo school on a server and a database of its own. */
export class School {
  private server: ChildProcess | null = null;
  port = 0;

  constructor(readonly databaseUrl: string) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts the server; the second time on the same port, so that open pages find it again. */
  async start(): Promise<void> {
    const server = spawn(process.execPath, ['--enable-source-maps', PROGRAM], {
      cwd: ROOT,
      env: {
        ...process.env,
        LIPPET_DATABASE_URL: this.databaseUrl,
        LIPPET_PORT: String(this.port),
        LIPPET_WEB_ROOT: join(ROOT, '.lippet', 'web'),
        LIPPET_LOG_LEVEL: 'error',
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    this.server = server;
    this.port = await new Promise<number>((resolve, reject) => {
      server.on('message', (message) => resolve((message as { listening: number }).listening));
      server.once('exit', (code) => reject(new Error(`The server ended (${code}) before it answered.`)));
    });
  }

  /** Ends the server as a power cut would. */
  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill(signal);
    await gone;
  }

  async query<T>(sql: string, values: unknown[] = []): Promise<T[]> {
    const client = new Client({ connectionString: this.databaseUrl });
    await client.connect();
    try {
      return (await client.query(sql, values)).rows as T[];
    } finally {
      await client.end();
    }
  }

  /** Makes a session for somebody of the school. @returns its token, as a cookie holds it */
  async session(name: string): Promise<string> {
    const token = newToken();
    const made = await this.query(
      `INSERT INTO sessions (id, person_id, token_hash, kept, expires_at)
       SELECT gen_random_uuid(), id, $2, false, $3 FROM people WHERE name = $1 RETURNING id`,
      [name, hashToken(token), new Date(Date.now() + DAY)],
    );
    if (made.length !== 1) throw new Error(`${made.length} people are called ${name}.`);
    return token;
  }

  /** A learner's piece as the school's log holds it. */
  private async document(learner: string, title: string): Promise<Y.Doc> {
    const rows = await this.query<{ data: Buffer }>(
      `SELECT u.data FROM piece_updates u JOIN pieces p ON p.id = u.piece_id JOIN people w ON w.id = p.person_id
       JOIN activities a ON a.id = p.activity_id WHERE w.name = $1 AND a.title = $2 ORDER BY u.id`,
      [learner, title],
    );
    const doc = new Y.Doc();
    for (const { data } of rows) Y.applyUpdate(doc, new Uint8Array(data));
    return doc;
  }

  /** The first page of a learner's piece, as the school has it. */
  async firstPage(learner: string, title: string): Promise<PagePlan | undefined> {
    return readPages(await this.document(learner, title))[0];
  }

  /** Ids of the strokes that the school's log holds of a learner's piece, on its first page. */
  async strokes(learner: string, title: string): Promise<string[]> {
    const doc = await this.document(learner, title);
    const [page] = readPages(doc);
    return page ? readStrokes(pageItems(doc, page.id)!).map(({ id }) => id) : [];
  }

  async activityId(title: string): Promise<string> {
    return (await this.query<{ id: string }>('SELECT id FROM activities WHERE title = $1', [title]))[0]!.id;
  }
}
