import type { TakeSort } from '@lippet/core/recording/take';
import type { LineFilter, LineOrder } from '@lippet/core/review/lineOrder';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Surface } from '../../page/surface/surface';

/** What lies over the desk, or beside the work; one at a time. */
export type DeskPanel = 'queue' | 'keys' | 'task' | 'material' | 'beside' | 'everybody' | 'copy' | TakeSort;

/** What of an activity a teacher looks at, and how. */
export interface DeskView {
  /** Whose piece is in hand; null for the first one. */
  personId: string | null;
  order: LineOrder;
  filter: LineFilter;
  panel: DeskPanel | null;
  /** What of the materials is looked at, while that panel is there. */
  material: string | null;
  /** On a phone the answer lies over the tools, so that the work keeps the room. */
  answering: boolean;
  /** On its side a phone has no room for the queue as well: it comes when it is asked for. */
  queueShown: boolean;
  /** The page is being watched as it was drawn. */
  watching: boolean;
  /** The sheet that is marked. */
  surface: Surface | null;
}

export type DeskViewStore = StoreApi<DeskView>;

export const createDeskView = (personId: string | null): DeskViewStore =>
  createStore<DeskView>(() => ({
    personId,
    order: 'waiting',
    filter: 'all',
    panel: null,
    material: null,
    answering: false,
    queueShown: false,
    watching: false,
    surface: null,
  }));

/** What lies where the sheet is, and is put away by Escape. */
export const OVER_SHEET: readonly (DeskPanel | null)[] = ['material', 'beside', 'everybody'];

/** Puts a panel away that is there, or brings it. */
export const togglePanel = (store: DeskViewStore, panel: DeskPanel): void =>
  store.setState((view) => ({ panel: view.panel === panel ? null : panel }));
