import { expose } from 'comlink';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
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

/** A worker as the browser gives one, with the other end of its line in this process. */
class TestWorker extends EventTarget {
  private readonly channel = new MessageChannel();
  onmessage = null;
  terminated = false;

  constructor(answers: boolean) {
    super();
    const { port1, port2 } = this.channel;
    if (answers) expose(adder, endpoint(port2));
    port1.on('message', (data) => this.dispatchEvent(new MessageEvent('message', { data })));
  }

  postMessage(message: unknown): void {
    this.channel.port1.postMessage(message);
  }

  breakDown(): void {
    this.dispatchEvent(new Event('error'));
  }

  terminate(): void {
    this.terminated = true;
    this.channel.port1.close();
  }
}

/** A port of Node's as comlink speaks to one of the browser's. */
function endpoint(port: MessagePort) {
  return {
    addEventListener: (_: string, listen: (event: MessageEvent) => void) =>
      void port.on('message', (data) =>
        listen({ data, origin: 'http://school', ports: [] } as unknown as MessageEvent),
      ),
    removeEventListener: () => undefined,
    postMessage: (message: unknown) => port.postMessage(message),
    start: () => undefined,
  } as unknown as Parameters<typeof expose>[1];
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
