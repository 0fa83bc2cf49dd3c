/** Every refusal travels like this: a code for programs, a sentence for people. */
export interface Problem {
  code: ProblemCode;
  /** One or two sentences that say what happened and what to do. */
  message: string;
  /** Seconds to wait before trying again, where waiting helps. */
  wait?: number;
}

export type ProblemCode =
  | 'bad-request'
  | 'too-large'
  | 'signed-out'
  | 'wrong-secret'
  | 'wait'
  | 'busy'
  | 'forbidden'
  | 'not-found'
  | 'still-arriving'
  | 'nothing-made'
  | 'incomplete'
  | 'unfit'
  | 'range'
  | 'conflict'
  | 'broken';

/**
 * Answers that say nothing of what was asked: school was busy, broke, or does not know who asks. A device goes on trying;
 * it never takes one of these for a refusal.
 */
const LATER: readonly ProblemCode[] = ['broken', 'wait', 'busy', 'still-arriving', 'signed-out'];

export const meansLater = (code: ProblemCode): boolean => LATER.includes(code);
