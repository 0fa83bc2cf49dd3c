/** Crews: a few learners of a group who are helped together. */
import * as yup from 'yup';
import { trimmed } from './trimmed';

export const CREW_LIMITS = { crews: 40, learners: 40, name: 60, note: 1_000, link: 500 };

export interface CrewView {
  id: string;
  name: string;
  /** What they are told. */
  note: string;
  /** When they meet; null for no time. */
  meetsAt: number | null;
  /** A web address to meet at; null for none. */
  link: string | null;
  learners: string[];
}

/** A learner's own crew: never another one. */
export interface OwnCrewView extends Omit<CrewView, 'learners'> {
  activity: { id: string; title: string };
  /** Names of the others. */
  with: string[];
  /** Work that is for this crew. */
  work: { id: string; title: string }[];
}

const address = (value: string | null | undefined): boolean => {
  if (!value) return true;
  try {
    return ['https:', 'http:'].includes(new URL(value).protocol);
  } catch {
    return false;
  }
};

const crew = yup.object({
  id: yup.string().uuid('A crew’s id must be a UUID.').required('A crew needs an id.'),
  name: trimmed()
    .max(CREW_LIMITS.name, `A crew’s name has at most ${CREW_LIMITS.name} characters.`)
    .required('A crew needs a name.'),
  note: yup.string().max(CREW_LIMITS.note, `A note has at most ${CREW_LIMITS.note} characters.`).defined(),
  meetsAt: yup
    .number()
    .integer('A time is a whole number.')
    .min(0)
    .max(8.64e15, 'That is no time.')
    .nullable()
    .defined(),
  link: yup
    .string()
    .max(CREW_LIMITS.link, `A web address has at most ${CREW_LIMITS.link} characters.`)
    .test('address', 'A web address begins with https:// or http://.', address)
    .nullable()
    .defined(),
  learners: yup
    .array(yup.string().uuid('A learner’s id must be a UUID.').required())
    .max(CREW_LIMITS.learners, `A crew has at most ${CREW_LIMITS.learners} learners.`)
    .required('A crew has learners.'),
});

/** All crews of a group for an activity; those that are not named any more go. */
export const crewsBody = yup.object({
  crews: yup
    .array(crew)
    .max(CREW_LIMITS.crews, `There are at most ${CREW_LIMITS.crews} crews.`)
    .required('Say which crews there are.'),
});
