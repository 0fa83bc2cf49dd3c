/** Sheets that several fill together. */
import * as yup from 'yup';
import type { PagePlan } from '../page/document';

/** Somebody who fills it. */
export interface SharedPerson {
  id: string;
  name: string;
  badge: string;
  /** Which place is theirs, counted from 1. */
  seat: number;
}

export interface SharedView {
  id: string;
  activity: { id: string; title: string };
  part: { id: string; title: string };
  group: { id: string; name: string };
  /** Null where all of the group fill it. */
  crew: string | null;
  pages: PagePlan[];
  /** Everybody who fills it, in the order of their places. */
  people: SharedPerson[];
  /** Who else sees it. */
  teachers: string[];
  /** How many places there are; null where there are none of one's own. */
  places: number | null;
  /** Whether one sees what others made only once one has added something. */
  hides: boolean;
  /** Learners add nothing to it just now. */
  closed: boolean;
  teaches: boolean;
}

/** One sheet among those of an activity in a group. */
export type SharedCard = Pick<SharedView, 'id' | 'part' | 'crew' | 'closed' | 'hides'> & { people: number };

/** How a teacher leads it. */
export const sharedWaysBody = yup.object({
  closed: yup.boolean().required('Say whether it is closed.'),
  hides: yup.boolean().required('Say whether others’ work is hidden at first.'),
});
