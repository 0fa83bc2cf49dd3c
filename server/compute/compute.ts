import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { busy } from '../problems/problem';
import { LONG_TASKS, tasks, type TaskInput, type TaskName, type TaskOutput } from './tasks';

/** Computes what would keep the thread that answers people busy. */
export interface Compute {
  run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>>;
  close(): Promise<void>;
}

/** A document of the largest size takes a fraction of this, in megabytes. */
const THREAD_MEMORY = 1_024;
/** So many may wait for a thread; whoever comes then is asked to come back. */
const MOST_WAITING = 500;
/** A thread that has nothing to do ends after so long, in milliseconds. */
const IDLE = 30_000;

const threads = (worker: string, most: number): Piscina =>
  new Piscina({
    filename: worker,
    minThreads: 0,
    maxThreads: most,
    idleTimeout: IDLE,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: THREAD_MEMORY },
  });

/** In threads of their own, as many as there are processors but one, and one for what takes long. One that dies fails its task alone. */
class InThreads implements Compute {
  private readonly quick: Piscina;
  private readonly long: Piscina;

  constructor(worker: string) {
    this.quick = threads(worker, Math.max(1, availableParallelism() - 1));
    this.long = threads(worker, 1);
  }

  async run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
    const pool = LONG_TASKS.has(name) ? this.long : this.quick;
    if (pool.queueSize >= MOST_WAITING) throw busy();
    return (await pool.run({ name, input })) as TaskOutput<N>;
  }

  async close(): Promise<void> {
    await Promise.all([this.quick.destroy(), this.long.destroy()]);
  }
}

/** Where the server runs from its sources, and there is no packed worker: in the thread that asks. */
class InPlace implements Compute {
  async run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
    return (await (tasks[name] as (given: TaskInput<N>) => unknown)(input)) as TaskOutput<N>;
  }

  close(): Promise<void> {
    return Promise.resolve();
  }
}

/** @param worker the packed worker's file; null, or not there, where the server runs from its sources */
export const makeCompute = (worker: string | null): Compute =>
  worker !== null && existsSync(worker) ? new InThreads(worker) : new InPlace();
