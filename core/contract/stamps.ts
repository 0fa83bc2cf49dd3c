import * as yup from 'yup';
import { trimmed } from './trimmed';

/** Marks that a teacher keeps as a stamp, their top left corner at the origin. */
export interface KeptStampView {
  id: string;
  name: string;
  /** Fields of its items, as they are stored of a page; bytes as Base64. */
  items: Record<string, unknown>[];
  /** In points. */
  width: number;
  height: number;
}

export const stampBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that keeping it twice is once.'),
  name: trimmed().max(40, 'A stamp’s name has at most 40 characters.').required('Give the stamp a name.'),
  // Read by readStampItems, which takes anything.
  items: yup
    .array(yup.mixed<object>().required())
    .min(1, 'A stamp needs something on it.')
    .max(60, 'A stamp has at most 60 things on it.')
    .required('A stamp needs something on it.'),
  width: yup.number().positive().max(2_000, 'That is too large for a stamp.').required('Say how wide it is.'),
  height: yup.number().positive().max(2_000, 'That is too large for a stamp.').required('Say how high it is.'),
});
