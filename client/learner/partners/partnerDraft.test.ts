import { PartnerDraft, type PartnerSaid } from './partnerDraft';

const EMPTY = { note: '', levels: {}, told: null, attached: null, version: 3 };

/** A school that keeps what it is told, unless it can't be reached. */
class SchoolNote {
  readonly kept: (PartnerSaid & { version: number })[] = [];
  reachable = true;

  readonly put = (words: PartnerSaid & { version: number }): Promise<{ version: number }> => {
    if (!this.reachable) return Promise.reject(new Error('School can’t be reached.'));
    this.kept.push(words);
    return Promise.resolve({ version: words.version + 1 });
  };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

it('keeps what is typed after a rest, all letters together, over the version that it was read with', async () => {
  const school = new SchoolNote();
  const draft = new PartnerDraft(EMPTY, school.put);
  for (const note of ['L', 'Lo', 'Loo', 'Look']) draft.write({ note });
  expect(draft.state.getState().keeping).toEqual({ step: 'keeping' });
  await jest.advanceTimersByTimeAsync(600);
  expect(school.kept).toEqual([{ note: 'Look', levels: {}, told: null, attached: null, version: 3 }]);
  expect(draft.state.getState().keeping).toEqual({ step: 'kept' });
  draft.write({ levels: { row: 1 } });
  expect(await draft.keep()).toBeNull();
  expect(school.kept[1]).toMatchObject({ note: 'Look', levels: { row: 1 }, version: 4 });
});

it('loses no word where school can’t be reached, and says so', async () => {
  const school = new SchoolNote();
  const draft = new PartnerDraft(EMPTY, school.put);
  school.reachable = false;
  draft.write({ note: 'Look' });
  expect(await draft.keep()).toBe('School can’t be reached.');
  school.reachable = true;
  expect(await draft.keep()).toBeNull();
  expect(school.kept).toEqual([{ note: 'Look', levels: {}, told: null, attached: null, version: 3 }]);
  expect(await draft.keep()).toBeNull();
  expect(school.kept).toHaveLength(1);
});
