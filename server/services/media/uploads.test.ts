/** Files on their way: in pieces, damaged, twice, too many, and after the server was away. */
import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, renameSync, rmSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { MEDIA_LIMITS, UPLOAD_PATH, type MediaView } from '@lippet/core/contract/media';
import { DISK_RESERVE } from '../../storage/freeSpace';
import { UploadService } from './uploads';
import { appOf, smallSchool, uploadHeaders, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const TUS = { 'tus-resumable': '1.0.0' };
let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let piece: string;
let photo: Buffer;
let now = Date.now();
beforeEach(async () => {
  school = await smallSchool();
  now = Date.now();
  harness = appOf(school, () => now);
  ada = await harness.as('ada');
  piece = (await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
  photo = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#c84' } })
    .png()
    .toBuffer();
});
afterEach(() => school.close());

const begin = (id: string, size: number, first: Buffer, client = ada): Promise<Response> =>
  client.request('POST', UPLOAD_PATH, first, uploadHeaders(`pieces/${piece}`, id, size));
const offset = async (id: string): Promise<number> =>
  Number((await ada.request('HEAD', `${UPLOAD_PATH}/${id}`, undefined, TUS)).headers.get('upload-offset'));
const more = (id: string, from: number, bytes: Buffer): Promise<Response> =>
  ada.request('PATCH', `${UPLOAD_PATH}/${id}`, bytes, {
    ...TUS,
    'upload-offset': String(from),
    'content-type': 'application/offset+octet-stream',
  });
const take = (id: string, bytes: Buffer): Promise<Response> =>
  ada.request('POST', `/api/pieces/${piece}/media/${id}`, { sha256: createHash('sha256').update(bytes).digest('hex') });
const sentence = async (response: Response): Promise<string> =>
  ((await response.json()) as { message: string }).message;
const arriving = (): string[] => readdirSync(join(school.filesRoot, 'arriving'));

describe('a disk that is full', () => {
  it('is said with a sentence, and nothing that has come is thrown away', async () => {
    const id = randomUUID();
    const half = Math.floor(photo.length / 2);
    expect((await begin(id, photo.length, photo.subarray(0, half))).status).toBe(201);
    const path = join(school.filesRoot, 'arriving', id);
    renameSync(path, `${path}.aside`);
    symlinkSync('/dev/full', path);
    const refused = await more(id, 0, photo);
    expect(refused.status).toBe(503);
    expect(await refused.json()).toMatchObject({
      code: 'busy',
      message: expect.stringMatching(/stays on this device/),
    });
    rmSync(path);
    renameSync(`${path}.aside`, path);
    expect((await more(id, half, photo.subarray(half))).status).toBe(204);
    expect((await take(id, photo)).status).toBe(200);
  });
});

describe('a disk that is nearly full', () => {
  it('takes no new file, and tells the device to come again', async () => {
    const { media } = harness.services;
    const uploads = new UploadService(
      school.filesRoot,
      media,
      () => now,
      async () => DISK_RESERVE + photo.length - 1,
    );
    const headers = uploadHeaders(`pieces/${piece}`, randomUUID(), photo.length);
    const request = new Request(`http://school${UPLOAD_PATH}`, { method: 'POST', headers });
    const actor = { personId: school.people.ada, role: 'learner', teaches: new Set(), learnsIn: new Set() } as never;
    await expect(uploads.begin(actor, request)).rejects.toMatchObject({ code: 'busy', wait: 60 });
  });
});

describe('room for files', () => {
  it('is kept for the length that was told last, however often a file is begun', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    const most = MEDIA_LIMITS.recording;
    const fill = async (left: number): Promise<void> => {
      await school.query(
        `INSERT INTO media (id, owner_id, piece_id, kind, type, hash, size)
         VALUES (gen_random_uuid(), '${school.people.ada}', '${piece}', 'file', 'x', 'none', ${MEDIA_LIMITS.person - left})
         RETURNING id`,
      );
    };
    await fill(most + 10);
    expect((await begin(first, 5, Buffer.alloc(0))).status).toBe(201);
    expect((await begin(first, most, Buffer.alloc(0))).status).toBe(201);
    expect((await begin(second, 11, Buffer.alloc(0))).status).toBe(413);
    expect((await begin(second, 10, Buffer.alloc(0))).status).toBe(201);
  });

  it('is not given twice to two files that are begun at once', async () => {
    await school.query(
      `INSERT INTO media (id, owner_id, piece_id, kind, type, hash, size)
       VALUES (gen_random_uuid(), '${school.people.ada}', '${piece}', 'file', 'x', 'none', ${MEDIA_LIMITS.person - 10})
       RETURNING id`,
    );
    const begun = await Promise.all(Array.from({ length: 5 }, () => begin(randomUUID(), 10, Buffer.alloc(0))));
    expect(begun.map(({ status }) => status).sort()).toEqual([201, 413, 413, 413, 413]);
  });

  it('is each school’s own', async () => {
    const other = randomUUID();
    await school.query(
      `INSERT INTO schools (id, name, zone) VALUES ('${other}', 'Other', 'Europe/Dublin') RETURNING id`,
    );
    await school.query(`UPDATE people SET school_id = '${other}' WHERE id = '${school.people.cai}' RETURNING id`);
    await school.query(
      `INSERT INTO media (id, owner_id, kind, type, hash, size, group_id)
       VALUES (gen_random_uuid(), '${school.people.cai}', 'file', 'x', 'none', ${MEDIA_LIMITS.school}, '${school.groups.dunes}')
       RETURNING id`,
    );
    expect((await begin(randomUUID(), 10, Buffer.alloc(0))).status).toBe(201);
  });
});

describe('a file that arrives in pieces', () => {
  it('is gone on with where it stopped, also by a server that was started anew', async () => {
    const id = randomUUID();
    const half = Math.floor(photo.length / 2);
    expect((await begin(id, photo.length, photo.subarray(0, half))).status).toBe(201);
    harness = appOf(school, () => now);
    ada = await harness.as('ada');
    expect(await offset(id)).toBe(half);
    expect(await sentence(await take(id, photo))).toMatch(/still on its way/);
    expect((await more(id, 0, photo)).status).toBe(409);
    expect((await more(id, half, photo.subarray(half))).status).toBe(204);
    const taken = (await (await take(id, photo)).json()) as MediaView;
    expect(taken).toMatchObject({ id, kind: 'picture', width: 64, state: 'ready' });
    // A lost answer: asked again, the same; and nothing is left of the way it came.
    expect(await (await take(id, photo)).json()).toEqual(taken);
    expect(arriving()).toEqual([]);
    expect((await begin(id, photo.length, photo)).status).toBe(409);
  });

  it('is not taken when it came damaged, and can be brought anew', async () => {
    const id = randomUUID();
    const damaged = Buffer.from(photo);
    damaged[20]! ^= 1;
    await begin(id, photo.length, damaged);
    const answer = await take(id, photo);
    expect([answer.status, await sentence(answer)]).toEqual([400, expect.stringMatching(/came damaged/)]);
    expect((await ada.bring(piece, photo, id)).status).toBe(200);
  });

  it('is its bringer’s alone', async () => {
    const id = randomUUID();
    await begin(id, photo.length, photo.subarray(0, 10));
    const ben = await harness.as('ben');
    expect((await ben.request('HEAD', `${UPLOAD_PATH}/${id}`, undefined, TUS)).status).toBe(404);
    const { pieceId } = await ben.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    expect((await ben.bring(pieceId, photo, id)).status).toBe(404);
    expect((await begin(randomUUID(), 9, Buffer.from('x'), ben)).status).toBe(404);
    expect(await offset(id)).toBe(10);
  });

  it('is refused with a sentence where it is empty, too large, garbled, or one too many', async () => {
    for (const [headers, status] of [
      [uploadHeaders(`pieces/${piece}`, randomUUID(), 0), 415],
      [uploadHeaders(`pieces/${piece}`, randomUUID(), MEDIA_LIMITS.recording + 1), 413],
      [uploadHeaders(`pieces/${piece}`, '../../etc', 5), 400],
      [{ ...uploadHeaders(`pieces/${piece}`, randomUUID(), 5), 'upload-metadata': '' }, 400],
    ] as const) {
      const answer = await ada.request('POST', UPLOAD_PATH, Buffer.from('x'), headers);
      expect(answer.status).toBe(status);
      expect(await sentence(answer)).toMatch(/^[A-Z].*\.$/);
    }
    await ada.bring(piece, photo);
    await school.sequelize.query(`UPDATE media SET size = ${2 ** 31 - 1}`);
    await ada.bring(piece, photo);
    await school.sequelize.query(`UPDATE media SET size = ${2 ** 31 - 1}`);
    const full = await begin(randomUUID(), 100, Buffer.from('x'));
    expect([full.status, await sentence(full)]).toEqual([
      413,
      expect.stringMatching(/as many files at school as one person may have/),
    ]);
  });

  it('is thrown away if it never comes', async () => {
    await begin(randomUUID(), 500, Buffer.from('x'));
    await harness.services.uploads.tidy();
    expect(arriving()).toHaveLength(2);
    now += 15 * 86_400_000;
    await harness.services.uploads.tidy();
    expect(arriving()).toEqual([]);
    expect((await school.query<{ count: string }>('SELECT count(*) FROM uploads'))[0].count).toBe('0');
  });
});
