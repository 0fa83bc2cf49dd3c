/**
 * `kills`: thirty devices draw, bring files and send while their server, or a process of the database, is killed a
 * hundred times at random. What is counted is whatever was said to be at school and is not there, and each go that is
 * there twice: none may be.
 */
import { createHash, randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import sharp from 'sharp';
import { QueryTypes, type Sequelize } from 'sequelize';
import * as Y from 'yjs';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { UPLOAD_PATH } from '@lippet/core/contract/media';
import { SYNC_PATH } from '@lippet/core/contract/sync';
import { documentExtent } from '@lippet/core/page/holds';
import { pageItems, readPages } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { addStroke } from '@lippet/core/page/stroke';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { makeCompute } from '@lippet/server/compute/compute';
import { documentName } from '@lippet/server/sync/documentName';
import { UpdateLog } from '@lippet/server/sync/updateLog';
import { uploadHeaders } from '@lippet/server/testing/smallSchool';
import { handwriting } from './drawnPage';
import { alone, type Figure } from './figure';
import { activityFor, drawn, inSchool, learnerWith, serverSettings, type Wish } from './sending';
import { SyncLine } from './syncLine';

const [DEVICES, KILLS] = [30, 100];
/** Of so many kills one is the database's. */
const DATABASE_EVERY = 3;
/** Milliseconds between two strokes, and between two tries. */
const [STROKE, AGAIN] = [150, 100];
/** A device sends after so many strokes, and brings a file after so many. */
const [SEND_AFTER, FILE_AFTER] = [12, 8];
/** Strokes that there are to be drawn. */
const SHAPES = handwriting(200);

/** One learner's device, which tries everything again until school has said that it is done. */
class DeviceUnderFire {
  /** What school has said to have. */
  readonly strokes = new Set<string>();
  readonly keys = new Set<string>();
  readonly files = new Set<string>();
  private readonly doc = new Y.Doc();
  private waiting: { id: string; update: Uint8Array }[] = [];
  private line: SyncLine | null = null;
  private opening = false;
  private over = false;

  constructor(
    private readonly port: number,
    readonly wish: Wish,
    start: Y.Doc,
    private readonly photo: Buffer,
  ) {
    Y.applyUpdate(this.doc, Y.encodeStateAsUpdate(start));
  }

  private get headers(): Record<string, string> {
    return { [OWN_HEADER]: '1', cookie: `${SESSION_COOKIE}=${this.wish.token}` };
  }

  /** Draws, brings and sends until it is told to stop; then until all of it is at school. */
  async live(): Promise<void> {
    for (let strokes = 1; !this.over; strokes++) {
      this.drawOne(strokes);
      if (strokes % FILE_AFTER === 0) await this.bringFile();
      if (strokes % SEND_AFTER === 0) await this.sendAndTakeBack();
      await wait(STROKE);
    }
    while (this.waiting.length > 0) {
      await this.flush();
      await wait(AGAIN);
    }
    this.line?.close();
  }

  stop(): void {
    this.over = true;
  }

  private drawOne(n: number): void {
    const before = Y.encodeStateVector(this.doc);
    const { tool, colour, width, ink } = SHAPES[n % SHAPES.length]!;
    const id = randomUUID();
    const items = pageItems(this.doc, readPages(this.doc)[0]!.id)!;
    addStroke(items, { id, tool, colour, width, ink, at: n, order: `c${String(n).padStart(6, '0')}1` });
    this.waiting.push({ id, update: Y.encodeStateAsUpdate(this.doc, before) });
    if (this.line) this.line.draw(this.waiting.at(-1)!.update);
    void this.flush();
  }

  /** Notes what has been acknowledged; on a line that has ended, opens another and says all the rest again. */
  private async flush(): Promise<void> {
    const done = this.line?.acknowledged.splice(0).length ?? 0;
    for (const { id } of this.waiting.splice(0, done)) this.strokes.add(id);
    if (this.line || this.opening) return;
    this.opening = true;
    try {
      const line = await SyncLine.open(
        `ws://127.0.0.1:${this.port}${SYNC_PATH}`,
        documentName({ kind: 'piece', id: this.wish.piece }),
        { ...this.headers, origin: `http://127.0.0.1:${this.port}` },
      );
      this.line = line;
      void line.ended.then(() => {
        // What came before the end counts.
        for (const { id } of this.waiting.splice(0, line.acknowledged.splice(0).length)) this.strokes.add(id);
        if (this.line === line) this.line = null;
      });
      for (const { update } of this.waiting) line.draw(update);
    } catch {
      // Nobody is there just now: it is tried again with the next stroke.
    } finally {
      this.opening = false;
    }
  }

  /** Asks until there is an answer that is none of "later". */
  private async ask(method: string, path: string, body: unknown): Promise<number> {
    for (;;) {
      try {
        const response = await fetch(`http://127.0.0.1:${this.port}${path}`, {
          method,
          headers: { ...this.headers, 'content-type': 'application/json' },
          body: JSON.stringify(body),
        });
        const { code } = (await response.json().catch(() => ({}))) as { code?: string };
        if (response.status < 500 && code !== 'still-arriving') return response.status;
      } catch {
        // The server is gone.
      }
      void this.flush();
      await wait(AGAIN);
    }
  }

  private async sendAndTakeBack(): Promise<void> {
    const key = randomUUID();
    const extent = Buffer.from(documentExtent(this.doc)).toString('base64');
    if ((await this.ask('POST', `/api/pieces/${this.wish.piece}/send`, { key, extent })) === 200) this.keys.add(key);
    await this.ask('POST', `/api/pieces/${this.wish.piece}/take-back`, {});
    // The line takes nothing since it was sent; another one does.
    const { line } = this;
    line?.close();
    await line?.ended;
  }

  private async bringFile(): Promise<void> {
    const [id, home] = [randomUUID(), `pieces/${this.wish.piece}` as const];
    const sha256 = createHash('sha256').update(this.photo).digest('hex');
    for (;;) {
      await fetch(`http://127.0.0.1:${this.port}${UPLOAD_PATH}`, {
        method: 'POST',
        headers: { ...this.headers, ...uploadHeaders(home, id, this.photo.length) },
        body: new Uint8Array(this.photo),
      }).catch(() => null);
      const taken = await fetch(`http://127.0.0.1:${this.port}/api/${home}/media/${id}`, {
        method: 'POST',
        headers: { ...this.headers, 'content-type': 'application/json' },
        body: JSON.stringify({ sha256 }),
      }).catch(() => null);
      if (taken?.status === 200) break;
      void this.flush();
      await wait(AGAIN);
    }
    this.files.add(id);
  }
}

/** Kills a process of the database: it takes all its connections with it, and recovers by itself. */
async function killDatabase(sequelize: Sequelize): Promise<void> {
  const [row] = await sequelize
    .query<{ pid: number }>(
      `SELECT pid FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() LIMIT 1`,
      { type: QueryTypes.SELECT },
    )
    .catch(() => []);
  if (row) process.kill(row.pid, 'SIGKILL');
}

async function query<T extends object>(sequelize: Sequelize, sql: string): Promise<T[]> {
  for (;;) {
    try {
      return await sequelize.query<T>(sql, { type: QueryTypes.SELECT });
    } catch (error) {
      // It recovers.
      if (!/terminat|ECONNREFUSED|recovery|starting up|closed|reset/i.test(String(error))) throw error;
      await wait(AGAIN);
    }
  }
}

async function wrongsOf(sequelize: Sequelize, device: DeviceUnderFire): Promise<number> {
  const id = device.wish.piece;
  const doc = await new UpdateLog(sequelize, makeCompute(null)).document({ kind: 'piece', id });
  const there = new Set(readStrokes(pageItems(doc, readPages(doc)[0]!.id)!).map((stroke) => stroke.id));
  const lost = [...device.strokes].filter((stroke) => !there.has(stroke)).length;
  const goes = await query<{ key: string; go: number; open: boolean }>(
    sequelize,
    `SELECT key, go, withdrawn_at IS NULL AS open FROM submissions WHERE piece_id = '${id}'`,
  );
  const keys = goes.map(({ key }) => key);
  const doubled = keys.length - new Set(keys).size + Math.max(0, goes.filter(({ open }) => open).length - 1);
  const unsent = [...device.keys].filter((key) => !keys.includes(key)).length;
  const media = await query<{ id: string }>(sequelize, `SELECT id FROM media WHERE piece_id = '${id}'`);
  const gone = [...device.files].filter((file) => !media.some((row) => row.id === file)).length;
  return lost + doubled + unsent + gone;
}

export const kills = (): Promise<Figure> =>
  inSchool(async (school) => {
    const part = randomUUID();
    const activity = await activityFor(school, part);
    const start = drawn(part, 1, 1);
    const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#c84' } })
      .png()
      .toBuffer();
    // The other measurements do without; what is killed here must have been written.
    await school.sequelize.query(
      `ALTER DATABASE "${new URL(school.databaseUrl).pathname.slice(1)}" SET synchronous_commit = on`,
    );
    const server = new ShippedServer();
    const settings = { ...serverSettings(school), LIPPET_LOG_LEVEL: 'silent' };
    const port = await server.start(settings);
    const devices: DeviceUnderFire[] = [];
    for (let i = 0; i < DEVICES; i++)
      devices.push(new DeviceUnderFire(port, await learnerWith(school, activity, start), start, photo));
    const lives = devices.map((device) => device.live());
    const restart = async (): Promise<void> => {
      for (;;) {
        try {
          return void (await server.start({ ...settings, LIPPET_PORT: String(port) }));
        } catch {
          // The database recovers still.
          await wait(AGAIN);
        }
      }
    };
    for (let i = 1; i <= KILLS; i++) {
      await wait(1_000 + Math.random() * 2_000);
      if (i % DATABASE_EVERY === 0) {
        await killDatabase(school.sequelize);
        continue;
      }
      await server.end('at once');
      await restart();
    }
    for (const device of devices) device.stop();
    await Promise.all(lives);
    await server.end('in order');
    let wrongs = 0;
    for (const device of devices) wrongs += await wrongsOf(school.sequelize, device);
    const sum = (of: (device: DeviceUnderFire) => number): number =>
      devices.reduce((all, device) => all + of(device), 0);
    console.error(
      `${KILLS} kills: ${sum(({ strokes }) => strokes.size)} strokes, ${sum(({ keys }) => keys.size)} goes and ` +
        `${sum(({ files }) => files.size)} files were said to be at school.`,
    );
    return alone('kills', 'lost', wrongs, 0);
  });
