import { HocuspocusProvider } from '@hocuspocus/provider';
import { SYNC_PATH, type SyncNews } from '@lippet/core/contract/sync';
import { documentExtent } from '@lippet/core/page/holds';
import * as Y from 'yjs';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { DeviceCopy, type DeviceState } from './deviceCopy';
import { LeanSocket } from './leanSocket';

/** Where the work is. Each word is only said when it is true. */
export interface SaveState {
  /** The document has been read from this device or from school. */
  loaded: boolean;
  device: DeviceState;
  school: 'sending' | 'saved' | 'unreachable';
  /** School takes nothing more: it is sent, or finished, or closed. */
  frozen: boolean;
  /** The document holds as much as one may: what is added now stays on this device. */
  full: boolean;
  /** Everybody who has it open, each once; of a review only. */
  people: readonly { id: string; name: string }[];
  /** Counts how often what stands beside it was changed somewhere. */
  talked: number;
}

/** Begins the names of documents that many write at once. */
const SHARED = 'shared:';
/** So long may this device take to read its copy before school is asked all the same, in milliseconds. */
const COPY_FIRST = 1_000;
/** Shorter waits between tries than the library's own: children close the lid and open it again. */
const RECONNECT = { delay: 400, minDelay: 400, maxDelay: 5_000, factor: 1.6 } as const;

/**
 * A document that lives on this device and at school: changes are in IndexedDB at once and travel when there
 * is a network. `state` says truthfully where they are.
 */
export class LiveDocument {
  readonly doc = new Y.Doc();
  readonly state: StoreApi<SaveState> = createStore<SaveState>(() => ({
    loaded: false,
    device: 'saving',
    school: 'unreachable',
    frozen: false,
    full: false,
    people: [],
    talked: 0,
  }));
  /** What the copy on this device is called. */
  readonly copy: string;
  private readonly device: DeviceCopy;
  private readonly socket: LeanSocket;
  private readonly school: HocuspocusProvider;
  private connected = false;
  private readonly patience: ReturnType<typeof setTimeout>;
  /** How many still need it, and whether it is to be let go as soon as none does. */
  private holds = 0;
  private leaving = false;

  /**
   * @param name `piece:<id>`, `marks:<id>` or `shared:<id>`, as school calls it
   * @param owner who has it open: several use one device, and each has copies of their own
   */
  constructor(
    readonly name: string,
    owner: string,
  ) {
    this.copy = `${owner}/${name}`;
    this.device = new DeviceCopy(
      this.copy,
      this.doc,
      (device) => this.onDevice(device),
      () => this.onCopyRead(),
    );
    const scheme = window.location.protocol === 'https:' ? 'wss' : 'ws';
    this.socket = new LeanSocket({ url: `${scheme}://${window.location.host}${SYNC_PATH}`, ...RECONNECT });
    this.school = new HocuspocusProvider({
      name,
      document: this.doc,
      websocketProvider: this.socket,
      awareness: null,
      token: 'cookie',
      onAuthenticated: ({ scope }) => this.state.setState({ frozen: scope === 'readonly' }),
      onSynced: () => this.refreshSchool(true),
      onUnsyncedChanges: () => this.refreshSchool(),
      onClose: () => this.refreshSchool(false),
      onStateless: ({ payload }) => this.onNews(JSON.parse(payload) as SyncNews),
    });
    this.socket.onPieces = (count) => {
      for (let i = 1; i < count; i++) this.school.incrementUnsyncedChanges();
    };
    if (name.startsWith(SHARED)) this.socket.takeTogether = (take) => Y.transact(this.doc, take, this.school, false);
    this.patience = setTimeout(() => this.askSchool(), COPY_FIRST);
  }

  private onCopyRead(): void {
    this.state.setState(({ loaded }) => ({ loaded: loaded || this.hasPages }));
    this.askSchool();
  }

  private onDevice(device: DeviceState): void {
    this.state.setState({ device });
    if (device === 'failed') this.askSchool();
  }

  /** Only once the copy on this device has been read: what both have does not travel, in neither direction. */
  private askSchool(): void {
    clearTimeout(this.patience);
    this.school.attach();
  }

  /** What the steps for undo are kept under. */
  get historyKey(): string {
    return `history:${this.copy}`;
  }

  private get hasPages(): boolean {
    return this.doc.store.clients.size > 0;
  }

  private refreshSchool(connected = this.connected): void {
    this.connected = connected;
    if (!connected) return this.state.setState({ school: 'unreachable' });
    this.state.setState({ loaded: true, school: this.school.hasUnsyncedChanges ? 'sending' : 'saved' });
  }

  private onNews({ kind, people = [] }: SyncNews): void {
    if (kind === 'frozen') this.state.setState({ frozen: true });
    else if (kind === 'full') this.state.setState({ full: true });
    else if (kind === 'here') this.state.setState({ people });
    else if (kind === 'said') this.state.setState(({ talked }) => ({ talked: talked + 1 }));
    else this.reconnect();
  }

  /** Connects anew, as after a lost connection: who may write is decided on entering. */
  reconnect(): void {
    this.socket.webSocket?.close();
  }

  /** Resolves when everything drawn so far is at school; rejects after `patience` milliseconds. */
  allAtSchool(patience = 15_000): Promise<void> {
    return this.until(({ school }) => school === 'saved', patience);
  }

  /** Resolves when all that this device holds has been read, and is at school; rejects after `patience` milliseconds. */
  allSafe(patience: number): Promise<void> {
    return this.until(({ device, school }) => device === 'saved' && school === 'saved', patience);
  }

  private until(there: (state: SaveState) => boolean, patience: number): Promise<void> {
    if (there(this.state.getState())) return Promise.resolve();
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => finish(() => reject(new Error('not all at school'))), patience);
      const stop = this.state.subscribe((state) => there(state) && finish(resolve));
      const finish = (how: () => void): void => {
        clearTimeout(timer);
        stop();
        how();
      };
    });
  }

  /** All that this device holds, as Base64, for the server to compare. */
  extent(): string {
    let binary = '';
    for (const byte of documentExtent(this.doc)) binary += String.fromCharCode(byte);
    return btoa(binary);
  }

  /** Keeps the document open for something that goes on when its screen is left. @returns lets go of it */
  hold(): () => void {
    this.holds += 1;
    return () => {
      this.holds -= 1;
      if (this.leaving && this.holds === 0) this.destroy();
    };
  }

  /** Lets go of the document, once nobody holds it; what is on the device stays there. */
  destroy(): void {
    this.leaving = true;
    if (this.holds > 0) return;
    clearTimeout(this.patience);
    this.school.destroy();
    this.socket.destroy();
    this.device.destroy();
    this.doc.destroy();
  }
}
