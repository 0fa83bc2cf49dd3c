import pino, { type Logger } from 'pino';

/** Where in the code something went wrong; nothing of what it was about. */
const FRAME = /^\s+at /;

interface Told {
  type: string;
  code: string | undefined;
  stack: string;
}

/**
 * What is written down of an error. Its message may hold what somebody wrote (a database names the value that it would
 * not take, and the statement with all its values), so that is left out.
 */
export function toldOf(error: unknown): Told {
  if (!(error instanceof Error)) return { type: typeof error, code: undefined, stack: '' };
  const { code, original } = error as Error & { code?: unknown; original?: { code?: unknown } };
  const frames = (error.stack ?? '').split('\n').filter((line) => FRAME.test(line));
  return { type: error.name, code: codeOf(code) ?? codeOf(original?.code), stack: frames.join('\n') };
}

/** Codes are short words of the system's and the database's. */
const codeOf = (code: unknown): string | undefined =>
  typeof code === 'string' && /^[A-Z0-9_]{1,40}$/.test(code) ? code : undefined;

export const makeLogger = (level: string): Logger => pino({ level, serializers: { err: toldOf } });
