import { join } from 'node:path';
import { Client } from 'pg';
import * as Y from 'yjs';
import { markItems, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { ShippedServer, type ServerProgram } from './serverPrograms';
import { hashToken, newToken } from '@lippet/server/services/access/secrets';

const ROOT = join(import.meta.dirname, '..');
const DAY = 86_400_000;

/** The demo school on a server and a database of its own. */
export class School {
  private running: ServerProgram | null = null;
  port = 0;

  /**
   * @param first what its server runs in until it is killed; from then on it is the server as it is shipped
   * @param mailUrl where it hands its letters in; without, none go out
   */
  constructor(
    readonly databaseUrl: string,
    private readonly first: ServerProgram = new ShippedServer(),
    private readonly mailUrl = '',
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts the server; the second time on the same port, so that open pages find it again. */
  async start(): Promise<void> {
    this.running = this.port === 0 ? this.first : new ShippedServer();
    this.port = await this.running.start({
      LIPPET_DATABASE_URL: this.databaseUrl,
      LIPPET_PORT: String(this.port),
      LIPPET_WEB_ROOT: join(ROOT, '.lippet', 'web'),
      LIPPET_COMPUTE_WORKER: join(ROOT, '.lippet', 'server', 'worker.mjs'),
      LIPPET_MAIL_URL: this.mailUrl,
      LIPPET_LOG_LEVEL: 'error',
    });
  }

  /** Ends the server as a power cut would. */
  kill(): Promise<void> {
    return this.end('at once');
  }

  /** Ends the server in order, if it runs. */
  stop(): Promise<void> {
    return this.end('in order');
  }

  private async end(how: 'in order' | 'at once'): Promise<void> {
    const { running } = this;
    this.running = null;
    await running?.end(how);
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

  /** Colours of what is marked on a learner's latest go, on its first page, each once. */
  async markColours(learner: string, title: string): Promise<string[]> {
    const rows = await this.query<{ data: Buffer }>(
      `SELECT u.data FROM mark_updates u JOIN reviews r ON r.id = u.review_id JOIN submissions s ON s.id = r.submission_id
       JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id JOIN activities a ON a.id = p.activity_id
       WHERE w.name = $1 AND a.title = $2
       AND s.go = (SELECT max(go) FROM submissions WHERE piece_id = p.id AND withdrawn_at IS NULL) ORDER BY u.id`,
      [learner, title],
    );
    const marks = new Y.Doc();
    for (const { data } of rows) Y.applyUpdate(marks, new Uint8Array(data));
    const page = await this.firstPage(learner, title);
    return [...new Set(readStrokes(markItems(marks, page!.id)).map(({ colour }) => colour))];
  }

  async groupId(name: string): Promise<string> {
    const [row] = await this.query<{ id: string }>('SELECT id FROM groups WHERE name = $1', [name]);
    return row!.id;
  }

  async activityId(title: string): Promise<string> {
    return (await this.query<{ id: string }>('SELECT id FROM activities WHERE title = $1', [title]))[0]!.id;
  }
}
