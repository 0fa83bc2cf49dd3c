import { OWN_HEADER } from '@lippet/core/contract/limits';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import {
  CAPTURE_HEADER,
  CAPTURE_PHOTOS,
  CAPTURE_TIME,
  type CaptureArrivals,
  type CaptureLinkView,
  type CaptureView,
} from '@lippet/core/contract/capture';
import {
  appOf,
  drawInto,
  extentOf,
  smallSchool,
  uploadHeaders,
  type SmallSchool,
  type TestClient,
} from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let phone: TestClient;
let piece: string;
let link: CaptureLinkView;
let photo: Buffer;
let now = Date.now();
beforeEach(async () => {
  school = await smallSchool();
  now = Date.now();
  harness = appOf(school, () => now);
  ada = await harness.as('ada');
  phone = harness.client();
  piece = (await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
  link = await ada.json('POST', `/api/pieces/${piece}/captures`, { title: 'My knots' });
  photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#2A6A8C' } })
    .jpeg()
    .toBuffer();
});
afterEach(() => school.close());

const send = (key: string, id: string = randomUUID(), content: Buffer | string = photo): Promise<Response> =>
  phone.request('PUT', `/api/captures/media/${id}`, content, { [CAPTURE_HEADER]: key });
const arrivals = (): Promise<CaptureArrivals> => ada.json('GET', `/api/captures/${link.id}`);
const look = (key: string): Promise<Response> => phone.request('POST', '/api/captures', { key });

describe('another device’s camera', () => {
  it('is opened by the QR code’s key and by the typed code, and told only what it needs', async () => {
    for (const key of [
      link.key,
      link.code,
      ` ${link.code.slice(0, 4).toLowerCase()} ${link.code.slice(4).toLowerCase()}`,
    ]) {
      const view = (await (await look(key)).json()) as CaptureView;
      expect(view).toEqual({ key: key.trim(), title: 'My knots', learner: 'ada', expiresAt: now + CAPTURE_TIME });
    }
  });

  it('adds photos to this one piece, each once, and its owner sees them arrive', async () => {
    const id = randomUUID();
    for (let i = 0; i < 2; i++) expect((await send(link.key, id)).status).toBe(200);
    now += 5;
    const second = randomUUID();
    expect((await send(link.code, second)).status).toBe(200);
    expect(await arrivals()).toEqual({ media: [id, second], open: true });
    expect((await ada.request('GET', `/api/media/${id}`)).status).toBe(200);
  });

  it('can do nothing else: neither see the piece nor its media, nor anything signed in people can', async () => {
    const id = randomUUID();
    await send(link.key, id);
    for (const path of [`/api/pieces/${piece}`, `/api/media/${id}`, `/api/captures/${link.id}`, '/api/now']) {
      expect((await phone.request('GET', path, undefined, { [CAPTURE_HEADER]: link.key })).status).toBe(401);
    }
    expect(
      (
        await phone.request('POST', '/api/uploads', photo, {
          ...uploadHeaders(`pieces/${piece}`, randomUUID(), photo.length),
          [CAPTURE_HEADER]: link.key,
        })
      ).status,
    ).toBe(401);
  });

  it('takes not a megabyte of what comes with a key that opens nothing', async () => {
    let pulled = 0;
    const endless = new ReadableStream({
      pull: (controller) => {
        pulled += 1;
        controller.enqueue(new Uint8Array(64 * 1024));
      },
    });
    const response = await harness.app.request(
      `/api/captures/media/${randomUUID()}`,
      {
        method: 'PUT',
        body: endless,
        duplex: 'half',
        headers: { [OWN_HEADER]: '1', [CAPTURE_HEADER]: 'WRONGCOD', 'content-type': 'application/octet-stream' },
      } as RequestInit,
      { address: '10.8.8.8' },
    );
    expect(response.status).toBe(404);
    expect(pulled).toBeLessThan(16);
  });

  it('slows down whoever tries codes, from that address alone', async () => {
    for (let i = 0; i < 21; i++) expect((await look('WRONGCOD')).status).toBe(404);
    const slowed = await look(link.code);
    expect([slowed.status, Number(slowed.headers.get('retry-after'))]).toEqual([429, 5]);
    expect((await harness.client('10.7.7.7').request('POST', '/api/captures', { key: link.code })).status).toBe(200);
    now += 5_001;
    expect((await look(link.code)).status).toBe(200);
  });

  it('ends after ten minutes, when it is closed, and when a newer one is opened', async () => {
    now += CAPTURE_TIME - 1000;
    expect((await send(link.key)).status).toBe(200);
    now += 2000;
    expect((await send(link.key)).status).toBe(404);
    expect((await look(link.code)).status).toBe(404);
    expect((await arrivals()).open).toBe(false);
    const second = await ada.json<CaptureLinkView>('POST', `/api/pieces/${piece}/captures`, { title: 'More' });
    const third = await ada.json<CaptureLinkView>('POST', `/api/pieces/${piece}/captures`, { title: 'More' });
    expect((await send(second.key)).status).toBe(404);
    expect((await send(third.key)).status).toBe(200);
    expect((await ada.request('DELETE', `/api/captures/${third.id}`)).status).toBe(204);
    expect((await send(third.key)).status).toBe(404);
  });

  it('is of no use once the piece is sent, nor for more photos than it may take, nor for what is no photo', async () => {
    expect((await send(link.key, randomUUID(), 'not a photo')).status).toBe(415);
    expect((await arrivals()).media).toEqual([]);
    for (let i = 0; i < CAPTURE_PHOTOS; i++) expect((await send(link.key)).status).toBe(200);
    expect((await send(link.key)).status).toBe(409);
    const fresh = await ada.json<CaptureLinkView>('POST', `/api/pieces/${piece}/captures`, { title: 'More' });
    await drawInto(school, piece);
    await ada.json('POST', `/api/pieces/${piece}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', piece),
    });
    expect((await send(fresh.key)).status).toBe(409);
  });

  it('keeps neither key nor code in the database', async () => {
    const rows = await school.sequelize.query('SELECT * FROM capture_links');
    const kept = JSON.stringify(rows);
    expect(kept).not.toContain(link.code);
    expect(kept).not.toContain(link.key);
  });
});
