/** Tries at questions: answers that were given for good, and what the school says of them. */
import * as yup from 'yup';

/** One try, as whoever asks may know it. */
export interface TryView {
  id: string;
  part: string;
  question: string;
  /** The go that it was made for. */
  go: number;
  /** 1 for the first of that go. */
  number: number;
  answer: unknown;
  /** From 0 to `outOf`; null where it is not told, or a teacher has to look. */
  marks: number | null;
  outOf: number;
  at: number;
}

/** What was tried until a go, or until now. */
export interface TriesView {
  /** The go that is looked at, or that is being made. Another go has its tries anew. */
  go: number;
  /** In their order, those of goes before among them. */
  tries: TryView[];
}

export const tryBody = yup.object({
  /** Made by the client once for each try; the same key twice is the same try. */
  key: yup.string().uuid('The key must be a UUID.').required('A key is needed, so that trying twice is one try.'),
  part: yup.string().uuid('The part’s id must be a UUID.').required('Say which part it is of.'),
  question: yup.string().uuid('The question’s id must be a UUID.').required('Say which question it answers.'),
  answer: yup.mixed<object>().required('An answer is needed.'),
});

/** What a request to try says. */
export type TryRequest = yup.InferType<typeof tryBody>;
