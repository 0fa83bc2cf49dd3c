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
  | 'forbidden'
  | 'not-found'
  | 'still-arriving'
  | 'nothing-made'
  | 'incomplete'
  | 'unfit'
  | 'range'
  | 'conflict'
  | 'broken';
