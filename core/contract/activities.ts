import * as yup from 'yup';
import type { FolderView } from './class';
import type { PieceState } from '../piece/pieceState';
import type { ActivityPlan, Dates, MaterialPlan } from './activityDefinition';
import type { PartPlan } from '../parts/part';
import { idParam } from './idParam';

export const ACTIVITY_STATES = ['draft', 'set', 'archived'] as const;
/** `draft`: made, and given to nobody yet. `archived`: put away; learners keep their work and can't send any more. */
export type ActivityState = (typeof ACTIVITY_STATES)[number];

/** One row of the teacher's Activities. */
export interface ActivityCard {
  id: string;
  title: string;
  subject: string;
  state: ActivityState;
  /** It is set, and has changes that learners don't see yet. */
  changed: boolean;
  groups: ({ id: string; name: string; free: boolean } & Dates)[];
  changedAt: number;
  parts: number;
  counts: Record<PieceState, number>;
}

/** A group that the teacher may set work for. */
export interface PlanGroup {
  id: string;
  name: string;
  learners: { id: string; name: string }[];
  folders: FolderView[];
  /** Crews of it, with the activity that they were made for. */
  crews: { id: string; name: string; about: string }[];
}

export interface PlanView {
  id: string;
  state: ActivityState;
  /** Whether there are changes that learners don't see yet. */
  changed: boolean;
  version: number;
  plan: ActivityPlan;
  groups: PlanGroup[];
  /** How many reviews say something by the rubric that learners see now, and what that is. */
  marked: { count: number } & Pick<ActivityPlan, 'rubric' | 'marking'>;
  /** Names of those whose work lies in a part, by part. */
  workIn: Record<string, string[]>;
  /** Parts with work in them, as they were given out last. */
  withWork: PartWithWork[];
}

/** A part in which somebody has made something. */
export interface PartWithWork {
  part: PartPlan;
  /** Whether learners are still asked for it; else it was taken out. */
  asked: boolean;
}

/** What a learner may look at now. */
export type MaterialView = Pick<
  MaterialPlan,
  'id' | 'kind' | 'title' | 'words' | 'address' | 'media' | 'seconds' | 'spans'
>;

export const savePlanBody = yup.object({
  /** The version that was changed: a draft that somebody else has saved meanwhile is not overwritten. */
  version: yup.number().integer().min(0).required('Say which version was changed.'),
  // Read by readPlan, which takes anything.
  plan: yup.mixed<object>().required('A plan is needed.'),
});

export const setPlanBody = yup.object({
  version: yup.number().integer().min(0).required('Say which version is to be given out.'),
});

/** Made by the client, so that asking twice makes one. */
export const newActivityBody = yup.object({
  id: idParam,
  /** A crew that it is for, where it is for one alone. */
  crew: yup.string().uuid('The crew’s id must be a UUID.').nullable(),
});
export const copyActivityBody = yup.object({ id: idParam });
