import {
  applyChanges,
  EMPTY_HISTORY,
  pushStep,
  revertStep,
  type History,
  type ItemChange,
  type ItemsOf,
  type PageChange,
  type Step,
} from '@lippet/core/page/edit';
import { get, set } from 'idb-keyval';
import type * as Y from 'yjs';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { StrokeUnderWay, strokeKey } from '../surface/strokeUnderWay';

/** The history is kept this long after the last step, in milliseconds. */
const KEEP_AFTER = 250;

/** A window that was closed or left a moment ago lets go of its steps within this time, in milliseconds. */
const LETS_GO = 1_500;

/** Who holds a name in this window, where the browser has no locks. */
const heldHere = new Map<string, Promise<void>>();

/**
 * Takes a name for this window alone, once whoever had it here has let go.
 *
 * @param until holds it so long
 * @returns whether no other window has it; true where a browser can't tell
 */
function holdAlone(name: string, until: Promise<void>): Promise<boolean> {
  if (!('locks' in navigator)) {
    const before = heldHere.get(name);
    heldHere.set(name, until);
    return Promise.resolve(before).then(() => true);
  }
  return new Promise((resolve) => {
    void navigator.locks
      .request(name, { signal: AbortSignal.timeout(LETS_GO) }, () => {
        resolve(true);
        return until;
      })
      .catch(() => resolve(false));
  });
}

/** Marks the transactions that an editor makes. */
export const EDITED_HERE = Symbol('edited here');

export interface Can {
  undo: boolean;
  redo: boolean;
}

/**
 * The page that a step touched and that is there once it is undone (or done again), so that one sees what came of it.
 */
const pageOf = (step: Step, direction: 'undo' | 'redo'): string | null =>
  step.items[0]?.page ??
  step.pages.find((change) => !change[direction === 'undo' ? 'before' : 'after'].deleted)?.page ??
  null;

/**
 * All that one person does to one document in one window, as steps that can be undone. The steps are kept in
 * IndexedDB beside the document, so that undo survives a reload; those of a second window that has the same document
 * open are its own, and go with it.
 */
export class DocumentEditor {
  readonly can: StoreApi<Can> = createStore<Can>(() => ({ undo: false, redo: false }));
  /** Resolves when an earlier visit's steps have been read. */
  readonly ready: Promise<void>;
  /** Called with the page that an undone or redone step is on. */
  onShow: ((page: string) => void) | null = null;
  /** The stroke under the pen; null where this window does not keep it. */
  private underWay: StrokeUnderWay | null = null;
  private takingUp: Promise<void> | null = null;
  private history: History = EMPTY_HISTORY;
  /** Whether the steps are kept for the next visit. */
  private keeps = false;
  private keeping: Promise<void> = Promise.resolve();
  private letGo: () => void = () => undefined;
  private joining = false;
  private open = false;
  /** What the last step was a part of: words that are being typed, which are kept again and again. */
  private row: object | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param key what the steps are kept under; null where they go with the editor */
  constructor(
    readonly doc: Y.Doc,
    readonly itemsOf: ItemsOf,
    private readonly key: string | null,
  ) {
    this.ready = this.takeUp();
    window.addEventListener('pagehide', this.keepNow);
  }

  private async takeUp(): Promise<void> {
    this.keeps = this.key !== null && (await holdAlone(this.key, new Promise((resolve) => (this.letGo = resolve))));
    if (this.keeps) this.underWay = new StrokeUnderWay(strokeKey(this.key!));
    const kept = this.keeps ? await get<History>(this.key!) : undefined;
    // What was done before reading had finished comes behind what was done last time.
    const early = this.history.done.length > 0;
    if (kept || early)
      this.setHistory(
        { done: [...(kept?.done ?? []), ...this.history.done], undone: early ? [] : (kept?.undone ?? []) },
        early,
      );
  }

  private setHistory(history: History, keep = true): void {
    this.history = history;
    const can = { undo: history.done.length > 0, redo: history.undone.length > 0 };
    const before = this.can.getState();
    if (before.undo !== can.undo || before.redo !== can.redo) this.can.setState(can);
    if (keep) this.timer ??= setTimeout(this.keepNow, KEEP_AFTER);
  }

  private readonly keepNow = (): void => {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (!this.keeps) return;
    // Undo is a convenience: where the device has no room for it, the work itself is still kept elsewhere.
    this.keeping = set(this.key!, this.history).catch((error: unknown) =>
      console.warn('The steps for undo could not be kept.', error),
    );
  };

  /** All changes until `endGesture` are one step. */
  beginGesture(): void {
    this.joining = true;
    this.open = false;
  }

  endGesture(): void {
    this.joining = false;
  }

  /** Keeps a stroke that is under the pen, as far as it came: a browser that is killed loses no more of it. */
  keepUnderWay(stroke: ItemChange): void {
    this.underWay?.keep(stroke);
  }

  /** The stroke under the pen was dropped. */
  dropUnderWay(): void {
    this.underWay?.forget();
  }

  /** Puts a stroke that an earlier visit left under the pen where it belongs; once, when its page is there. */
  takeUpStroke(): Promise<void> {
    return (this.takingUp ??= this.takeUpLeft());
  }

  private async takeUpLeft(): Promise<void> {
    await this.ready;
    const left = await this.underWay?.left();
    const items = left && this.itemsOf(left.page);
    if (!left || !items) return;
    if (!items.has(left.id)) this.change([left]);
    this.underWay?.keep(left);
    this.underWay?.lifted();
  }

  /**
   * Makes changes as one step, or as part of the gesture under way.
   *
   * @param row changes that follow each other with the same one are one step
   */
  change(items: readonly ItemChange[], pages: readonly PageChange[] = [], row: object | null = null): void {
    const step = applyChanges(this.doc, this.itemsOf, { items, pages }, EDITED_HERE);
    if (!step) return;
    this.push(step, row !== null && row === this.row);
    this.row = row;
    this.underWay?.lifted();
  }

  /** Tells of a page that was just added: undoing that deletes it. */
  pageAdded(page: string): void {
    this.push({ items: [], pages: [{ page, before: { deleted: true }, after: { deleted: false } }] });
  }

  private push(step: Step, goesOn = false): void {
    this.setHistory(pushStep(this.history, step, goesOn || (this.joining && this.open)));
    this.open = this.joining;
    this.row = null;
  }

  undo(): void {
    const step = this.history.done.at(-1);
    if (!step) return;
    this.row = null;
    revertStep(this.doc, this.itemsOf, step, 'undo', EDITED_HERE);
    this.setHistory({ done: this.history.done.slice(0, -1), undone: [...this.history.undone, step] });
    this.show(step, 'undo');
  }

  redo(): void {
    const step = this.history.undone.at(-1);
    if (!step) return;
    revertStep(this.doc, this.itemsOf, step, 'redo', EDITED_HERE);
    this.setHistory({ done: [...this.history.done, step], undone: this.history.undone.slice(0, -1) });
    this.show(step, 'redo');
  }

  private show(step: Step, direction: 'undo' | 'redo'): void {
    const page = pageOf(step, direction);
    if (page) this.onShow?.(page);
  }

  /** Lets go; what was not kept yet is kept now. */
  destroy(): void {
    window.removeEventListener('pagehide', this.keepNow);
    void this.ready.then(() => {
      if (this.timer) this.keepNow();
      void this.keeping.then(this.letGo);
    });
  }
}
