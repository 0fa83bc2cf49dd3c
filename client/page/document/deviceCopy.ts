import { IndexeddbPersistence, PREFERRED_TRIM_SIZE, storeState } from 'y-indexeddb';
import * as Y from 'yjs';

/** The object store that y-indexeddb keeps updates in. */
const UPDATES = 'updates';
/** So long may opening take before it is said that this device does not keep anything, in milliseconds. */
const PATIENCE = 5_000;
/** What others made is at school already: it is written here together with what follows so soon, in milliseconds. */
const LATER = 400;
/** How long between tries while a device takes nothing, in milliseconds. */
const TRY_AGAIN = 3_000;

export type DeviceState = 'saving' | 'saved' | 'failed';

/**
 * A document's copy on this device. The library reads it; what is written goes through here, because the library does not
 * hear whether a write came through: a full device refuses some of them, and that must be known before anything is said
 * to be saved.
 */
export class DeviceCopy {
  private readonly library: IndexeddbPersistence;
  /** What is not on the device yet. */
  private unsaved: Uint8Array[] = [];
  private writing = false;
  private ended = false;
  /** The device's database can't be opened, as far as one knows. */
  private shut = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private later: ReturnType<typeof setTimeout> | undefined;
  /** Since the updates were last made one. */
  private rows = 0;

  /**
   * @param onState told of each change
   * @param onRead told once what the device holds has been read
   */
  constructor(
    name: string,
    private readonly doc: Y.Doc,
    private readonly onState: (state: DeviceState) => void,
    onRead: () => void,
  ) {
    this.library = new IndexeddbPersistence(name, doc);
    doc.off('update', this.library._storeUpdate);
    doc.on('update', this.onUpdate);
    this.timer = setTimeout(() => this.onShut(), PATIENCE);
    // The library waits for ever where the database can't be opened.
    this.library._db.catch(() => this.onShut());
    void this.library.whenSynced.then(() => {
      if (this.ended) return;
      clearTimeout(this.timer);
      this.shut = false;
      this.rows = this.library._dbsize;
      onRead();
      this.onState(this.unsaved.length === 0 ? 'saved' : 'saving');
      void this.write();
    });
  }

  private onShut(): void {
    if (this.ended) return;
    this.shut = true;
    this.onState('failed');
  }

  private readonly onUpdate = (update: Uint8Array, origin: unknown, _doc: Y.Doc, { local }: Y.Transaction): void => {
    if (origin === this.library) return; // it came from there
    this.unsaved.push(update);
    if (!local && !this.shut) {
      this.later ??= setTimeout(() => void this.write(), LATER);
      return;
    }
    this.onState(this.shut ? 'failed' : 'saving');
    void this.write();
  };

  /** Writes all that waits, again and again until it is there. */
  private async write(): Promise<void> {
    clearTimeout(this.later);
    this.later = undefined;
    if (this.writing || this.ended || !this.library.synced || this.unsaved.length === 0) return;
    this.writing = true;
    const now = this.unsaved;
    this.unsaved = [];
    try {
      await this.add(now.length === 1 ? now[0]! : Y.mergeUpdates(now));
      this.writing = false;
      if (this.unsaved.length === 0) this.onState('saved');
      else void this.write();
      this.makeOne();
    } catch {
      this.unsaved = [...now, ...this.unsaved];
      this.writing = false;
      if (this.ended) return;
      this.onState('failed');
      this.timer = setTimeout(() => void this.write(), TRY_AGAIN);
    }
  }

  private add(update: Uint8Array): Promise<void> {
    return new Promise((resolve, reject) => {
      const writing = this.library.db!.transaction(UPDATES, 'readwrite');
      writing.oncomplete = () => resolve();
      writing.onerror = () => reject(writing.error ?? new Error('IndexedDB refused a write'));
      writing.onabort = () => reject(writing.error ?? new Error('IndexedDB gave up a write'));
      writing.objectStore(UPDATES).add(update);
    });
  }

  /** Makes one of many updates, from time to time. */
  private makeOne(): void {
    this.rows += 1;
    if (this.rows < PREFERRED_TRIM_SIZE) return;
    this.rows = 0;
    // What can't be made one stays many: nothing is lost, and it is tried again later.
    storeState(this.library, true).catch(() => undefined);
  }

  /** Lets go of it; what is on the device stays there. */
  destroy(): void {
    this.ended = true;
    clearTimeout(this.timer);
    clearTimeout(this.later);
    this.doc.off('update', this.onUpdate);
    // What waits behind a write that is under way goes into the queue before it is closed. Nobody is left to be told.
    if (this.library.synced && this.unsaved.length > 0) this.add(Y.mergeUpdates(this.unsaved)).catch(() => undefined);
    void this.library.destroy().catch(() => undefined); // it was never opened
  }
}
