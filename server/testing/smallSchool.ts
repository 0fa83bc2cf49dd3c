import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import * as Y from 'yjs';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { UPLOAD_PATH, type MediaHome } from '@lippet/core/contract/media';
import { inkFromRows } from '@lippet/core/ink/ink';
import { pageItems, readPages } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { richTextOf } from '@lippet/core/words/richText';
import { documentExtent } from '@lippet/core/page/holds';
import type { MailConfig } from '../config';
import { makeApp, makeServices } from '../app';

import { makeLogger } from '../logging';
import { makeCompute } from '../compute/compute';
import { openDatabase } from '../models/database';
import { Activity, Assignment, Group, Membership, Part, Person, School } from '../models/tables';
import type { JobData, Jobs } from '../jobs/jobs';
import { GROUP_COOKIE, SESSION_COOKIE } from '../routes/cookies';
import { hashSecret, pictureSecret } from '../services/access/secrets';
import type { DocumentKind } from '../sync/documentName';
import { UpdateLog } from '../sync/updateLog';
import { onThisMachine } from '../web/client';
import { FONTS } from './checkout';
import { createMigratedDatabase, type TestDatabase } from './testDatabase';

export const PICTURES = ['kite', 'bell', 'moon'] as const;
export const PASSWORD = 'a-long-enough-one';

export interface SmallSchool {
  database: TestDatabase;
  sequelize: Sequelize;
  log: UpdateLog;
  /** Ids by name: ada and ben learn in the reeds with ms-reed; cai learns in the dunes with mr-dune. */
  people: Record<'ada' | 'ben' | 'cai' | 'ms-reed' | 'mr-dune', string>;
  groups: Record<'reeds' | 'dunes', string>;
  /** `open` of the reeds; `later` opens tomorrow; `closed` was due and takes nothing late. */
  activities: Record<'open' | 'later' | 'closed', string>;
  /** Where its files lie. */
  filesRoot: string;
  query<T>(sql: string): Promise<[T, ...T[]]>;
  close(): Promise<void>;
}

const DAY = 86_400_000;

/** Made once for all schools of a test file: hashing is slow on purpose. */
let hashed: Promise<[string, string]> | undefined;
const hashes = (): Promise<[string, string]> =>
  (hashed ??= Promise.all([hashSecret('picture', pictureSecret(PICTURES)), hashSecret('password', PASSWORD)]));

/** A school of five, on a database of its own. */
export async function smallSchool(
  now = Date.now(),
  { connections }: { connections?: number } = {},
): Promise<SmallSchool> {
  const database = await createMigratedDatabase();
  const sequelize = openDatabase(database.url, { connections });
  const filesRoot = join(tmpdir(), `lippet-${database.name}`);
  mkdirSync(filesRoot, { recursive: true });
  const school = await School.create({ id: randomUUID(), name: 'Test School', zone: 'Europe/Dublin' });
  const groups = { reeds: randomUUID(), dunes: randomUUID() };
  await Group.create({ id: groups.reeds, schoolId: school.id, name: 'Reeds', code: 'REEDS1' });
  await Group.create({ id: groups.dunes, schoolId: school.id, name: 'Dunes', code: 'DUNES1' });
  const [pictureHash, passwordHash] = await hashes();
  const person = async (
    name: string,
    groupId: string,
    role: 'learner' | 'teacher',
    secretKind: 'picture' | 'password',
  ): Promise<string> => {
    const id = randomUUID();
    const secretHash = secretKind === 'picture' ? pictureHash : passwordHash;
    await Person.create({
      id,
      schoolId: school.id,
      role,
      name,
      signInName: name,
      secretKind,
      secretHash,
      badge: '#C8472F',
    });
    await Membership.create({ personId: id, groupId, role });
    return id;
  };
  const people = {
    ada: await person('ada', groups.reeds, 'learner', 'picture'),
    ben: await person('ben', groups.reeds, 'learner', 'password'),
    cai: await person('cai', groups.dunes, 'learner', 'password'),
    'ms-reed': await person('ms-reed', groups.reeds, 'teacher', 'password'),
    'mr-dune': await person('mr-dune', groups.dunes, 'teacher', 'password'),
  };
  const activity = async (
    title: string,
    dates: { opens?: Date; due?: Date; lateAllowed?: boolean },
  ): Promise<string> => {
    const id = randomUUID();
    await Activity.create({
      id,
      teacherId: people['ms-reed'],
      title,
      subject: 'Art',
      goal: null,
      task: richTextOf('Draw.'),
      minutes: 10,
      state: 'set',
      lateAllowed: dates.lateAllowed ?? true,
    });
    await Assignment.create({
      activityId: id,
      groupId: groups.reeds,
      opens: dates.opens ?? null,
      due: dates.due ?? null,
      closes: null,
    });
    for (const [position, required] of [true, false].entries()) {
      const settings = { sheets: [{ width: 300, height: 400, background: { kind: 'blank' } as const }] };
      await Part.create({
        id: randomUUID(),
        activityId: id,
        position,
        kind: 'page',
        title: `Part ${position + 1}`,
        required,
        settings,
      });
    }
    return id;
  };
  return {
    database,
    sequelize,
    log: new UpdateLog(sequelize, makeCompute(null)),
    people,
    groups,
    activities: {
      open: await activity('Open work', {}),
      later: await activity('Later work', { opens: new Date(now + DAY) }),
      closed: await activity('Closed work', { due: new Date(now - DAY), lateAllowed: false }),
    },
    filesRoot,
    query: async <T>(sql: string) =>
      (await sequelize.query(sql, { type: QueryTypes.SELECT })) as unknown as [T, ...T[]],
    async close() {
      rmSync(filesRoot, { recursive: true, force: true });
      await sequelize.close();
      await database.drop();
    },
  };
}

/** The headers that begin an upload, all of it within the same request. */
export const uploadHeaders = (home: MediaHome, id: string, size: number): Record<string, string> => ({
  'tus-resumable': '1.0.0',
  'upload-length': String(size),
  'content-type': 'application/offset+octet-stream',
  'upload-metadata': Object.entries({ media: id, home })
    .map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`)
    .join(','),
});

function bodyOf(body: unknown): string | Uint8Array<ArrayBuffer> | undefined {
  if (body === undefined || typeof body === 'string') return body;
  return Buffer.isBuffer(body) ? new Uint8Array(body) : JSON.stringify(body);
}

/** A client of the app without a network: keeps its cookies, and sends our header. */
export class TestClient {
  readonly cookies = new Map<string, string>();

  constructor(
    private readonly app: ReturnType<typeof makeApp>,
    private readonly address = '10.1.1.1',
  ) {}

  async request(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Response> {
    const response = await this.app.request(
      path,
      {
        method,
        headers: {
          [OWN_HEADER]: '1',
          cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
          ...(body === undefined
            ? {}
            : { 'content-type': Buffer.isBuffer(body) ? 'application/octet-stream' : 'application/json' }),
          ...headers,
        },
        body: bodyOf(body),
      },
      { address: this.address },
    );
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)!;
      if (value) this.cookies.set(name!, value);
      else this.cookies.delete(name!);
    }
    return response;
  }

  /**
   * Brings a file for a piece, as the tus protocol does it in two requests.
   * @returns the answer to the second, or the refusal of the first
   */
  bring(piece: string, content: Buffer | string, id: string = randomUUID()): Promise<Response> {
    return this.bringTo(`pieces/${piece}`, content, id);
  }

  async bringTo(home: MediaHome, content: Buffer | string, id: string = randomUUID()): Promise<Response> {
    const bytes = Buffer.from(content);
    const begun = await this.request('POST', UPLOAD_PATH, bytes, uploadHeaders(home, id, bytes.length));
    if (!begun.ok && begun.status !== 409) return begun;
    return this.request('POST', `/api/${home}/media/${id}`, {
      sha256: createHash('sha256').update(bytes).digest('hex'),
    });
  }

  async json<T>(method: string, path: string, body?: unknown): Promise<T> {
    const response = await this.request(method, path, body);
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return (response.status === 204 ? undefined : await response.json()) as T;
  }
}

const silent = makeLogger('silent');

/** Jobs that are asked for are put down; a test runs them when it wants to. */
export class AskedJobs implements Jobs {
  readonly asked: { exportId: string }[] = [];
  readonly toMake: { mediaId: string }[] = [];
  readonly finished: { pieceId: string }[] = [];
  readonly letters: { letterId: string }[] = [];

  async send<Q extends keyof JobData>(_: Q, data: JobData[Q]): Promise<void> {
    if ('exportId' in data) this.asked.push(data);
    else if ('mediaId' in data) this.toMake.push(data);
    else if ('pieceId' in data) this.finished.push(data);
    else if ('letterId' in data) this.letters.push(data);
  }

  answer(): Promise<void> {
    return Promise.resolve();
  }
}

/** The app on a school's database; `clock` may be moved by the test. @param mail without it no letters go out */
export function appOf(school: SmallSchool, clock: () => number = Date.now, mail: MailConfig | null = null) {
  const config = {
    port: 0,
    host: '127.0.0.1',
    databaseUrl: school.database.url,
    webRoot: null,
    fontsRoot: FONTS,
    filesRoot: school.filesRoot,
    trustedProxies: [],
    computeWorker: null,
    mail,
    logLevel: 'silent',
  };
  const jobs = new AskedJobs();
  const services = makeServices(config, school.sequelize, jobs, silent, { clock });
  const app = makeApp(services, school.sequelize, silent, (env) => onThisMachine((env as { address: string }).address));
  const client = (address?: string): TestClient => new TestClient(app, address);
  /** A client that is signed in, by a session that is made for it. */
  const as = async (name: string): Promise<TestClient> => {
    const signedIn = client();
    const { token } = await services.signIn.openSession(school.people[name as keyof SmallSchool['people']], true);
    signedIn.cookies.set(SESSION_COOKIE, token);
    if (name === 'ada') signedIn.cookies.set(GROUP_COOKIE, 'REEDS1');
    return signedIn;
  };
  const { asked, toMake, finished, letters } = jobs;
  return { app, services, client, as, asked, toMake, finished, letters };
}

/** Draws one stroke on the first page of a piece, straight into the log, as the sync hub would. */
export async function drawInto(school: SmallSchool, pieceId: string, page = 0): Promise<void> {
  const ref = { kind: 'piece', id: pieceId } as const;
  const doc = await school.log.document(ref);
  const before = Y.encodeStateVector(doc);
  const items = pageItems(doc, readPages(doc)[page]!.id)!;
  addStroke(items, {
    id: randomUUID(),
    tool: 'pen',
    colour: '#1C2A33',
    width: 2,
    ink: inkFromRows([
      [10, 10, 0.5, 0],
      [90, 60, 0.5, 30],
    ]),
    at: 0,
  });
  if (!(await school.log.append(ref, Y.encodeStateAsUpdate(doc, before)))) throw new Error('The piece is frozen.');
}

/** The extent of what the log holds of a document, as the client would send it. */
export async function extentOf(school: SmallSchool, kind: DocumentKind, id: string): Promise<string> {
  return Buffer.from(documentExtent(await school.log.document({ kind, id }))).toString('base64');
}
