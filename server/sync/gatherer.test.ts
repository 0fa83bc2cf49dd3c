/** What is asked at once is worked on together, and answered one by one. */
import { Gatherer, together, type Gathered } from './gatherer';

type Batch = readonly Gathered<number, string>[];

/** Works on a batch once it is let go, and remembers what lay in each. */
function heldBack(work: (batch: Batch) => void, limits: ConstructorParameters<typeof Gatherer<number, string>>[1]) {
  const batches: number[][] = [];
  let letGo = (): void => undefined;
  const held = new Promise<void>((release) => (letGo = release));
  const gatherer = new Gatherer<number, string>(async (batch) => {
    batches.push(batch.map(({ asked }) => asked));
    await held;
    work(batch);
  }, limits);
  return { gatherer, batches, letGo };
}

const answerAll = (batch: Batch): void => batch.forEach(({ asked, answer }) => answer(`no. ${asked}`));

it('one alone waits for nobody; what comes meanwhile goes together, in the order in which it came', async () => {
  const { gatherer, batches, letGo } = heldBack(answerAll, { most: 3 });
  const answers = [1, 2, 3, 4, 5].map((asked) => gatherer.ask(asked));
  letGo();
  expect(await Promise.all(answers)).toEqual(['no. 1', 'no. 2', 'no. 3', 'no. 4', 'no. 5']);
  expect(batches).toEqual([[1], [2, 3, 4], [5]]);
});

it('so many bytes go together at most, and one that is larger goes by itself', async () => {
  const { gatherer, batches, letGo } = heldBack(answerAll, { most: 10, mostBytes: 10, bytesOf: (asked) => asked });
  const answers = [1, 4, 6, 99, 5].map((asked) => gatherer.ask(asked));
  letGo();
  await Promise.all(answers);
  expect(batches).toEqual([[1], [4, 6], [99], [5]]);
});

it('where the work fails, those that were not answered have failed, and the next are worked on', async () => {
  const { gatherer, letGo } = heldBack(
    (batch) => {
      batch[0]!.answer(`no. ${batch[0]!.asked}`);
      if (batch.length > 1) throw new Error('the line broke');
    },
    { most: 2 },
  );
  const answers = [1, 2, 3, 4].map((asked) => gatherer.ask(asked).catch((error: Error) => error.message));
  letGo();
  expect(await Promise.all(answers)).toEqual(['no. 1', 'no. 2', 'the line broke', 'no. 4']);
});

it('one that can’t be worked on together with others spoils nothing for them', async () => {
  const tried: number[][] = [];
  const work = async (asked: readonly number[]): Promise<string[]> => {
    tried.push([...asked]);
    if (asked.includes(3)) throw new Error('three is broken');
    return asked.map((question) => `no. ${question}`);
  };
  const gatherer = new Gatherer<number, string>(together(work), { most: 9 });
  const answers = [1, 2, 3, 4].map((asked) => gatherer.ask(asked).catch((error: Error) => error.message));
  expect(await Promise.all(answers)).toEqual(['no. 1', 'no. 2', 'three is broken', 'no. 4']);
  expect(tried).toEqual([[1], [2, 3, 4], [2], [3], [4]]);
});

it('waits for what is known to come, and takes it along', async () => {
  const batches: number[] = [];
  let come = (): void => undefined;
  const coming = new Promise<void>((resolve) => (come = resolve));
  const gatherer = new Gatherer<number, string>(
    async (batch) => {
      batches.push(batch.length);
      answerAll(batch);
    },
    { most: 9, moreToCome: () => coming },
  );
  const first = gatherer.ask(1);
  const second = gatherer.ask(2);
  come();
  expect(await Promise.all([first, second])).toEqual(['no. 1', 'no. 2']);
  expect(batches).toEqual([2]);
});
