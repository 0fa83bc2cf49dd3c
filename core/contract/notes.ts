import * as yup from 'yup';
import { trimmed } from './trimmed';
import { LIMITS } from './limits';

/** What is said under a note, by its learner or a teacher. */
export interface NoteReplyView {
  id: string;
  /** The note that it is under. */
  note: string;
  name: string;
  mine: boolean;
  words: string;
  /** What is spoken instead, or as well. */
  voice: string | null;
  at: number;
}

/** All that was said under the notes of a review. */
export interface NoteTalkView {
  /** The group that what is spoken here belongs to. */
  groupId: string;
  replies: NoteReplyView[];
}

export const keptNoteBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that keeping it twice is once.'),
  words: trimmed().max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`).required('Say what the note is.'),
});

export const useNoteBody = yup.object({
  activity: yup.string().uuid('That is no activity.').required('Say for which activity.'),
});

export const replyBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that saying it twice is once.'),
  note: yup.string().max(64, 'That is no note.').required('Say under which note.'),
  words: trimmed().max(LIMITS.word, `That has at most ${LIMITS.word} characters.`).default(''),
  voice: yup.string().uuid('The voice’s id must be a UUID.').nullable().default(null),
});
