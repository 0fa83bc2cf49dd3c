import { expose } from 'comlink';
import { WorkerLostError, workerRemote } from './workerRemote';

interface Adder {
  add(a: number, b: number): number;
  refuse(): never;
  never(): Promise<number>;
}

const adder: Adder = {
  add: (a, b) => a + b,
  refuse() {
    throw new RangeError('Not that.');
  },
  never: () => new Promise<number>(() => undefined),
};

/** One end of a line: what is posted there is heard by whoever listens at the other end, a moment later. */
class End extends EventTarget {
  other!: End;
  closed = false;

  postMessage(data: unknown): void {
    queueMicrotask(() => {
      if (!this.closed) this.other.dispatchEvent(new MessageEvent('message', { data: structuredClone(data) }));
    });
  }
}

/** A worker as the browser gives one, with the other end of its line in this window. */
class TestWorker extends End {
  terminated = false;

  constructor(answers: boolean) {
    super();
    const inside = new End();
    [this.other, inside.other] = [inside, this];
    if (answers) expose(adder, inside as unknown as Parameters<typeof expose>[1]);
  }

  breakDown(): void {
    this.dispatchEvent(new Event('error'));
  }

  terminate(): void {
    this.terminated = true;
    this.closed = true;
  }
}

const started: TestWorker[] = [];

afterEach(() => {
  started.splice(0).forEach((worker) => worker.terminate());
});

/** A remote whose first `silent` workers never come. */
function remote(silent = 0) {
  return workerRemote<Adder>(() => {
    started.push(new TestWorker(started.length >= silent));
    return started.at(-1) as unknown as Worker;
  });
}

test('one worker is started when it is needed first, and answers all', async () => {
  const ask = remote();
  expect(started).toHaveLength(0);
  expect(await ask().add(2, 3)).toBe(5);
  expect(await Promise.all([ask().add(1, 1), ask().add(2, 2)])).toEqual([2, 4]);
  expect(started).toHaveLength(1);
});

test('what a worker refuses is told as it refused it, and the worker stays', async () => {
  const ask = remote();
  await expect(ask().refuse()).rejects.toThrow('Not that.');
  expect(await ask().add(1, 2)).toBe(3);
  expect(started).toHaveLength(1);
});

test('a worker whose code does not come fails what was asked, and the next call starts another', async () => {
  const ask = remote(1);
  const asked = [ask().add(2, 3), ask().add(4, 5)];
  started[0]!.breakDown();
  for (const answer of asked) await expect(answer).rejects.toThrow(WorkerLostError);
  expect(started[0]!.terminated).toBe(true);
  expect(await ask().add(2, 3)).toBe(5);
  expect(started).toHaveLength(2);
});

test('a worker that breaks down at work lets nobody wait for good', async () => {
  const ask = remote();
  const answer = ask().never();
  expect(await ask().add(1, 1)).toBe(2);
  started[0]!.breakDown();
  await expect(answer).rejects.toThrow('could not be fetched just now');
});

test('a worker that breaks down while nobody asks troubles nobody', async () => {
  const ask = remote();
  await ask().add(1, 1);
  started[0]!.breakDown();
  expect(await ask().add(1, 2)).toBe(3);
});

test('whoever waits for the remote itself gets it', async () => {
  const ask = remote();
  expect(await Promise.resolve(ask())).toBe(ask());
});
