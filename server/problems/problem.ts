import type { Problem, ProblemCode } from '@lippet/core/contract/problem';
import type { ContentfulStatusCode } from 'hono/utils/http-status';

const STATUS: Record<ProblemCode, ContentfulStatusCode> = {
  'bad-request': 400,
  'signed-out': 401,
  'wrong-secret': 401,
  forbidden: 403,
  'not-found': 404,
  'still-arriving': 409,
  conflict: 409,
  'too-large': 413,
  range: 416,
  unfit: 415,
  'nothing-made': 422,
  incomplete: 422,
  wait: 429,
  busy: 503,
  broken: 500,
};

/** Seconds after which there may be room again. */
const BUSY_FOR = 5;

/** A refusal with a sentence for people; services throw it, the app turns it into an answer. */
export class ProblemError extends Error {
  override name = 'ProblemError';

  constructor(
    readonly code: ProblemCode,
    message: string,
    /** Seconds, where waiting helps. */
    readonly wait?: number,
    /** What the answer says beside its words. */
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(message);
  }

  get status(): ContentfulStatusCode {
    return STATUS[this.code];
  }

  get body(): Problem {
    return { code: this.code, message: this.message, ...(this.wait === undefined ? {} : { wait: this.wait }) };
  }
}

export const signedOut = (): ProblemError => new ProblemError('signed-out', 'You are signed out. Sign in to go on.');

export const notFound = (): ProblemError =>
  new ProblemError('not-found', 'There is nothing here for you. It may have moved, or be someone else’s.');

/** A part was asked for that lies behind a file's end; the answer says how long the file is (RFC 9110, 14.4). */
export const behindEnd = (size: number): ProblemError =>
  new ProblemError('range', `The file has ${size} bytes; the part that was asked for lies behind its end.`, undefined, {
    'Content-Range': `bytes */${size}`,
  });

/** The machine had no time, memory, file or process to spare: nothing is said of what was asked. */
export const busy = (): ProblemError =>
  new ProblemError('busy', 'School has a lot to do just now. It is tried again by itself.', BUSY_FOR);
