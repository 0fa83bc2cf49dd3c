import type { WalkNote } from '@lippet/core/review/noteWalk';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { AskedAbout } from '../../threads/askedAbout';
import type { Surface } from '../../page/surface/surface';
import type { MenuSection } from './SheetMenu';

/** What lies beside the sheet, on a phone over it; one at a time. */
export type Beside = { kind: 'notes' } | { kind: 'questions'; about?: AskedAbout } | { kind: 'material'; id: string };

/** How an opened activity is looked at. */
export interface SheetView {
  /** It is looked over before sending. */
  sending: boolean;
  /** The sheet has all the room. */
  full: boolean;
  /** The strip of pages is there. */
  strip: boolean;
  beside: Beside | null;
  /** A page is being added, or a section of the menu is open. */
  over: 'add page' | MenuSection | null;
  /** The marks of the last review lie faintly under the work. */
  faint: boolean;
  /** The note whose place is to come close, once its page is there. */
  sought: WalkNote | null;
  /** The sheet that is drawn on. */
  surface: Surface | null;
  /** Why a picture that was shared with the application could not be taken in. */
  untaken: string | null;
}

export type SheetViewStore = StoreApi<SheetView>;

/** @param withQuestions whether one was led here to a question */
export const createSheetView = (withQuestions: boolean): SheetViewStore =>
  createStore<SheetView>(() => ({
    sending: false,
    full: false,
    strip: false,
    beside: withQuestions ? { kind: 'questions' } : null,
    over: null,
    faint: false,
    sought: null,
    surface: null,
    untaken: null,
  }));

/** Puts away what lies beside the sheet, or brings it. */
export const toggleNotes = (view: SheetViewStore): void =>
  view.setState(({ beside }) => ({ beside: beside?.kind === 'notes' ? null : { kind: 'notes' } }));

/**
 * Leads to a note: its pin is among the marks, so these are shown; on a phone the notes make room.
 * @param wide whether notes and sheet lie beside each other
 */
export const goToNote = (view: SheetViewStore, note: WalkNote, wide: boolean): void =>
  view.setState(({ beside }) => ({ sought: note, faint: true, beside: wide ? beside : null }));
