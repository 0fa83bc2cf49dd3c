import * as yup from 'yup';
import { trimmed } from './trimmed';
import { LIMITS } from './limits';
import type { Outcome } from '../piece/pieceState';
import { bytes } from './base64';

/** A mark that a teacher says; what is left out is left to the computation. */
const ownMark = yup.object({
  points: yup
    .number()
    .min(0, 'A mark has no fewer points than none.')
    .max(1_000, 'A mark has at most 1000 points.')
    .nullable()
    .default(null),
  level: yup.number().integer().min(0).max(20).nullable().default(null),
  words: trimmed().max(LIMITS.word).default(''),
});

export const version = yup.number().integer().min(0);

/** Read by readTold, which takes anything. */
export const told = yup.mixed<object>().nullable();

export const noteBody = yup.object({
  /** The version that was read; where somebody has said something since, nothing is overwritten. */
  version,
  aside: yup.string().max(LIMITS.note, `What is kept for teachers has at most ${LIMITS.note} characters.`),
  told,
  // Read by readLevels, which takes anything.
  levels: yup.mixed<object>(),
  own: ownMark.default(undefined),
  note: yup
    .string()
    .defined('A note is needed; it may be empty.')
    .max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`),
});

/** What was held before it was told is held again when it is taken back. */
export const recallBody = yup.object({
  held: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .default(null),
});

export const holdBody = yup.object({
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .defined('Say which outcome is held, or none.'),
  extent: bytes.required('Say what was marked: the extent of the marks.'),
});

/** One learner, or all whose piece is complete. */
export const remindBody = yup.object({ person: yup.string().uuid('That is no learner.').nullable().default(null) });

/** Milliseconds since 1970. */
const date = yup.number().integer().min(0).max(8.64e15).nullable();

export const releaseBody = yup.object({
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .required('Say whether it is finished or gets another go.'),
  note: yup
    .string()
    .defined('A note is needed; it may be empty.')
    .max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`),
  extent: bytes.required('Say what was marked: the extent of the marks.'),
  version,
  /** For another go: this learner's own dates from now on; null for none. */
  due: date,
  closes: date,
});

/** The same for several pieces: a note behind what was said of each, and an outcome, told or held. */
export const manyBody = yup.object({
  people: yup
    .array(yup.string().uuid('That is no learner.').required())
    .min(1, 'Choose at least one piece.')
    .max(400)
    .required('Choose at least one piece.'),
  note: trimmed().max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`).default(''),
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .default(null),
  hold: yup.boolean().default(false),
});
