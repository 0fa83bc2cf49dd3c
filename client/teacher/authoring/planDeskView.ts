import type { TakeSort } from '@lippet/core/recording/take';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Recorded } from '../../capture/recorder';
import type { SheetWork } from '../../parts/partKind';

/** What one leaves the form for, and comes back from. */
export type Away =
  | { kind: 'recording'; sort: TakeSort; as: 'task' | 'material'; brought?: Recorded }
  | { kind: 'sheet'; part: string; sheet: number; as: SheetWork };

/** How the form of an activity is looked at. */
export interface PlanDeskView {
  away: Away | null;
  /** The menu is open, or on a phone the preview. */
  over: 'menu' | 'preview' | null;
  /** As a learner sees it on a phone, or wide. */
  preview: 'phone' | 'wide';
  /** It was to be given out: what is missing is shown. */
  troublesShown: boolean;
  /** What is put into the editor of the task from outside shows only once that is made anew: this counts the times. */
  edition: number;
}

export type PlanDeskViewStore = StoreApi<PlanDeskView>;

export const createPlanDeskView = (): PlanDeskViewStore =>
  createStore<PlanDeskView>(() => ({
    away: null,
    over: null,
    preview: 'phone',
    troublesShown: false,
    edition: 0,
  }));

/** Has what shows the plan made anew. */
export const showAnew = (view: PlanDeskViewStore): void => view.setState(({ edition }) => ({ edition: edition + 1 }));
