import { wrap, type Remote } from 'comlink';

/** A worker's code did not come, or the worker broke down: what it was asked is not answered any more. */
export class WorkerLostError extends Error {
  constructor() {
    super('That needs a part of Lippet that could not be fetched just now. Try again in a moment.');
    this.name = 'WorkerLostError';
  }
}

interface Running<T extends object> {
  remote: Remote<T>;
  /** Rejects once the worker is lost, and never resolves. */
  lost: Promise<never>;
}

/** Every function of the remote, answered or lost with its worker. */
function failingWith<T extends object>({ remote, lost }: Running<T>): Remote<T> {
  return new Proxy(remote, {
    get(_, name) {
      // Whoever waits for the remote itself gets it as it is.
      if (name === 'then') return undefined;
      const ask = remote[name as keyof Remote<T>] as (...asked: unknown[]) => Promise<unknown>;
      return (...asked: unknown[]) => Promise.race([ask(...asked), lost]);
    },
  });
}

/**
 * The one worker for something, started when it is needed first. One that is lost answers every open call with
 * WorkerLostError, and the next call starts it anew: a network that was away for a moment is no reason to hang for good.
 *
 * @param start makes the worker; the address has to stand there in words, where the bundler finds it
 */
export function workerRemote<T extends object>(start: () => Worker): () => Remote<T> {
  let current: Remote<T> | null = null;
  const begin = (): Remote<T> => {
    const worker = start();
    const lost = new Promise<never>((_, reject) => {
      worker.addEventListener('error', () => {
        current = null;
        worker.terminate();
        reject(new WorkerLostError());
      });
    });
    // A worker that is lost while nobody asks it is nobody's trouble.
    lost.catch(() => undefined);
    return failingWith({ remote: wrap<T>(worker), lost });
  };
  return () => (current ??= begin());
}
