/**
 * Runs other people's programs on files that somebody sent. Each gets only so much of a processor, of memory and of the
 * disk (`prlimit`), waits its turn, gives way where nobody waits for it (`nice`), and ends when the server ends, however
 * that happens (`setpriv --pdeathsig`).
 */
import { execFile } from 'node:child_process';
import { constants, availableParallelism } from 'node:os';
import pLimit from 'p-limit';
import { busy } from '../problems/problem';

const MEGABYTE = 1024 * 1024;

/** What one run may take. */
export interface ProgramLimits {
  /** Seconds of a processor. */
  processor: number;
  /** Bytes of memory. */
  memory: number;
  /** Bytes that it may say, and that one file that it writes may have. */
  output: number;
  /** Seconds of the clock; many times those of a processor unless said. */
  clock?: number;
}

/** The clock is more patient than the processor: where it runs out first, the machine was busy, and the file may be good. */
const CLOCK = 8;

/**
 * Who waits for the same turn: what somebody waits for just now never stands behind what may take minutes. `givesWay` is
 * how far it lets others go first, as `nice` has it.
 */
const TURNS = {
  /** A file that has just come in is looked at. */
  judging: { limit: pLimit(Math.max(2, availableParallelism())), givesWay: 0 },
  /** A small picture that somebody is about to see. */
  pictures: { limit: pLimit(2), givesWay: 0 },
  /** Recordings become playable. */
  making: { limit: pLimit(1), givesWay: 5 },
  speech: { limit: pLimit(1), givesWay: 0 },
};
export type Turn = keyof typeof TURNS;
/** So many may wait for a turn; whoever comes then is asked to come back. */
const MOST_WAITING = 200;

/** It took more than it may: the file asks for too much, today and tomorrow. */
export class ProgramOverLimitError extends Error {
  override name = 'ProgramOverLimitError';

  constructor(program: string) {
    super(`${program} took more than it may take.`);
  }
}

/** It ended by itself and said no. */
export class ProgramRefusedError extends Error {
  override name = 'ProgramRefusedError';

  constructor(
    program: string,
    /** What it said, in its own words. */
    readonly output: string,
  ) {
    super(`${program} could not do it.`);
  }
}

/** Of the machine, not of what was asked of it. */
const SHORTAGES = new Set(['EAGAIN', 'ENOMEM', 'EMFILE', 'ENFILE', 'ENOSPC']);

/** Whether a library or a system call failed because the machine ran out of something. */
export function isShortage(error: unknown): boolean {
  const { code, message } = error as { code?: unknown; message?: unknown };
  if (typeof code === 'string' && SHORTAGES.has(code)) return true;
  return typeof message === 'string' && /too many open files|cannot allocate memory|no space left/i.test(message);
}

/** Waits for one's turn. @throws ProblemError `busy` where too many wait */
export function inTurn<T>(turn: Turn, work: () => Promise<T>): Promise<T> {
  const { limit } = TURNS[turn];
  return limit.pendingCount >= MOST_WAITING ? Promise.reject(busy()) : limit(work);
}

interface Ending {
  code?: string | number | null;
  killed?: boolean;
  signal?: NodeJS.Signals | null;
}

/** `prlimit` and `nice` end as what they ran, or with 128 and its signal. */
const endedBy = ({ code, signal }: Ending, name: 'SIGXCPU' | 'SIGXFSZ' | 'SIGKILL'): boolean =>
  signal === name || code === 128 + constants.signals[name];

function failureOf(program: string, error: Ending & Error, stderr: string): Error {
  if (error.code === 'ERR_CHILD_PROCESS_STDIO_MAXBUFFER') return new ProgramOverLimitError(program);
  if (endedBy(error, 'SIGXCPU') || endedBy(error, 'SIGXFSZ')) return new ProgramOverLimitError(program);
  // By our own clock, by whoever keeps the machine from running out of memory, or before it began.
  if (error.killed || endedBy(error, 'SIGKILL') || isShortage(error)) return busy();
  if (error.code === 'ENOENT' || error.code === 127) return error;
  return new ProgramRefusedError(program, stderr);
}

/**
 * Runs a program to its end.
 *
 * @param input what it reads, where it reads no file
 * @returns what it wrote to its output
 * @throws ProgramRefusedError where it can't do it, ProgramOverLimitError where that takes too much, ProblemError `busy`
 * where the machine has no room for it just now
 */
export function runProgram(
  turn: Turn,
  program: string,
  args: readonly string[],
  { processor, memory, output, clock = processor * CLOCK }: ProgramLimits,
  input?: string,
): Promise<Buffer> {
  const limits = [`--cpu=${processor}:${processor + 1}`, `--as=${memory}`, `--fsize=${output}`, '--core=0'];
  const kept = [
    '-n',
    String(TURNS[turn].givesWay),
    'setpriv',
    '--pdeathsig',
    'KILL',
    'prlimit',
    ...limits,
    program,
    ...args,
  ];
  const options = { timeout: clock * 1000, killSignal: 'SIGKILL', maxBuffer: output } as const;
  return inTurn(
    turn,
    () =>
      new Promise((resolve, reject) => {
        const child = execFile('nice', kept, { ...options, encoding: 'buffer' }, (error, stdout, stderr) =>
          error ? reject(failureOf(program, error as Ending & Error, stderr.toString('utf8'))) : resolve(stdout),
        );
        child.stdin?.on('error', () => undefined); // it may end before it has read all: what it says tells
        child.stdin?.end(input);
      }),
  );
}

/** Limits of the programs that are used. */
export const PROGRAM_LIMITS = {
  /** Looking into a file. */
  look: { processor: 15, memory: 1024 * MEGABYTE, output: 4 * MEGABYTE },
  /** Writing a PDF anew. */
  rewrite: { processor: 15, memory: 1536 * MEGABYTE, output: 128 * MEGABYTE },
  /** Drawing one page or one picture. */
  draw: { processor: 10, memory: 1024 * MEGABYTE, output: 128 * MEGABYTE },
  /** Unpacking a photo of a phone. */
  unpack: { processor: 30, memory: 2048 * MEGABYTE, output: 256 * MEGABYTE },
  /** Making the longest recording playable. */
  make: { processor: 1_200, memory: 3072 * MEGABYTE, output: 1024 * MEGABYTE },
  /** Saying a text. */
  say: { processor: 15, memory: 512 * MEGABYTE, output: 128 * MEGABYTE },
} as const satisfies Record<string, ProgramLimits>;
