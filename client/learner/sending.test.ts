/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import type { Problem, ProblemCode } from '@lippet/core/contract/problem';
import type { LiveDocument } from '../page/document/liveDocument';
import { trySending } from './sending';

/** A document of which all is at school. */
const live = { allAtSchool: () => Promise.resolve(), extent: () => 'AAA=' } as LiveDocument;
const wish = { pieceId: 'p', key: 'k', word: '', felt: null, voice: null };

const answer = (status: number, body: unknown): void => {
  globalThis.fetch = () =>
    Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) } as unknown as Response);
};
const problem = (code: ProblemCode): Problem => ({ code, message: `It is ${code}.` });

describe('a piece that is sent', () => {
  it.each([
    ['school broke', 500, problem('broken')],
    ['school is asked too often', 429, problem('wait')],
    ['something between here and school answers in its place', 502, null],
    ['school does not know who asks', 401, problem('signed-out')],
    ['strokes are on their way', 409, problem('still-arriving')],
  ])('waits, and is sent again, where %s', async (_, status, body) => {
    answer(status, body);
    expect(await trySending(live, wish)).toMatchObject({ step: 'waiting', why: expect.stringMatching(/by itself/) });
  });

  it('waits where there is no network, or half an answer', async () => {
    globalThis.fetch = () => Promise.reject(new TypeError('cut'));
    expect(await trySending(live, wish)).toMatchObject({ step: 'waiting' });
    globalThis.fetch = () =>
      Promise.resolve({ ok: true, status: 200, json: () => Promise.reject(new SyntaxError('half')) } as never);
    expect(await trySending(live, wish)).toMatchObject({ step: 'waiting' });
  });

  it.each([
    [422, problem('incomplete')],
    [404, problem('not-found')],
    [409, problem('conflict')],
  ])('is refused only by a certain word of school’s (%i)', async (status, body) => {
    answer(status, body);
    expect(await trySending(live, wish)).toEqual({ step: 'refused', why: body.message });
  });

  it('goes', async () => {
    answer(200, { id: 'g', number: 1 });
    expect(await trySending(live, wish)).toEqual({ step: 'sent', go: { id: 'g', number: 1 } });
  });
});
