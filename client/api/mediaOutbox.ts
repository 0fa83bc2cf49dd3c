import { OWN_HEADER } from '@lippet/core/contract/limits';
import { UPLOAD_PATH, type MediaHome } from '@lippet/core/contract/media';
import type { Problem } from '@lippet/core/contract/problem';
import { createStore as createIdbStore, del, entries, get, set } from 'idb-keyval';
import { DetailedError, Upload } from 'tus-js-client';
import { createStore } from 'zustand/vanilla';
import { OUTBOX } from './outboxPlace';
import { RequestError, request } from './request';

/** How long between tries while school can't be reached, in milliseconds. */
const TRY_AGAIN = 4_000;
/** So long a file is waited for that is on its way to school, in milliseconds. */
const LONGEST_WAIT = 20_000;
/** Tabs of one browser share the outbox; one of them at a time sends from it. */
const LOCK = 'lippet-outbox';

interface Waiting {
  home: MediaHome;
  blob: Blob;
  /** Why school would not take it; it stays here until its owner throws it away. */
  why?: string;
}

/** A file that school would not take. */
export interface Refused {
  home: MediaHome;
  type: string;
  size: number;
  why: string;
}

/** One file on its way. */
export interface OnItsWay {
  home: MediaHome;
  /** Content type as the device has it. */
  type: string;
  /** In bytes. */
  size: number;
  /** How much of it is at school, 0 to 1. */
  progress: number;
}

interface OutboxState {
  /** What is on its way, by media id. */
  waiting: Readonly<Record<string, OnItsWay>>;
  /** What school would not take, by media id. */
  refused: Readonly<Record<string, Refused>>;
}

const kept = createIdbStore(OUTBOX.database, OUTBOX.store);

/** Refusals that a later try may not meet. */
const passing = (status: number): boolean =>
  status === 0 || status >= 500 || [401, 408, 409, 423, 429].includes(status);

async function checksum(blob: Blob): Promise<string> {
  const hash = await crypto.subtle.digest('SHA-256', await blob.arrayBuffer());
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Where school is told that a file has arrived, by where it belongs. */
const ARRIVED = {
  pieces: 'POST /pieces/:id/media/:media',
  activities: 'POST /activities/:id/media/:media',
  groups: 'POST /groups/:id/media/:media',
} as const;

/**
 * Files on their way to school, by the tus protocol: each is in IndexedDB before anything shows it, goes by itself when
 * there is a network, and goes on where it stopped, also after the browser or the server was killed.
 */
class MediaOutbox {
  readonly state = createStore<OutboxState>(() => ({ waiting: {}, refused: {} }));
  /** What has been begun, as far as is known here: school is asked how far it is. */
  private readonly begun = new Set<string>();
  private working = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private started = false;

  /** Takes up what an earlier visit left. Started again (by the next who signs in), it looks again. */
  async start(): Promise<void> {
    const left = await entries<string, Waiting>(kept);
    const before: Record<string, OnItsWay> = {};
    const refused: Record<string, Refused> = {};
    for (const [id, { home, blob, why }] of left) {
      this.begun.add(id);
      const facts = { home, type: blob.type, size: blob.size };
      if (why === undefined) before[id] = { ...facts, progress: 0 };
      else refused[id] = { ...facts, why };
    }
    this.state.setState(({ waiting }) => ({ waiting: { ...before, ...waiting }, refused }));
    if (!this.started) window.addEventListener('online', () => void this.work());
    this.started = true;
    void this.work();
  }

  /** Keeps a file under an id made here. @throws what IndexedDB throws where the device has no room */
  async add(id: string, home: MediaHome, blob: Blob): Promise<void> {
    await set(id, { home, blob } satisfies Waiting, kept);
    this.state.setState(({ waiting }) => ({
      waiting: { ...waiting, [id]: { home, type: blob.type, size: blob.size, progress: 0 } },
    }));
    void this.work();
  }

  /** Brings what school would not take once more: there may be room for it by now. */
  async tryAgain(id: string): Promise<void> {
    const left = await get<Waiting>(id, kept);
    this.settle(id);
    if (left) await this.add(id, left.home, left.blob);
  }

  /** Throws away what school would not take. */
  async throwAway(id: string): Promise<void> {
    await del(id, kept);
    this.settle(id);
  }

  private settle(id: string): void {
    this.state.setState(({ refused: { [id]: _, ...refused } }) => ({ refused }));
  }

  async blob(id: string): Promise<Blob | null> {
    return (await get<Waiting>(id, kept))?.blob ?? null;
  }

  /** Resolves once a file is not on its way any more, or after so many milliseconds. */
  async arrival(id: string, longest = LONGEST_WAIT): Promise<void> {
    if (!(id in this.state.getState().waiting)) return;
    await new Promise<void>((resolve) => {
      const stop = this.state.subscribe(({ waiting }) => {
        if (!(id in waiting)) done();
      });
      const done = (): void => {
        stop();
        clearTimeout(timer);
        resolve();
      };
      const timer = setTimeout(done, longest);
    });
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    clearTimeout(this.timer);
    try {
      if ('locks' in navigator) await navigator.locks.request(LOCK, () => this.sendAll());
      else await this.sendAll();
    } finally {
      this.working = false;
      if (Object.keys(this.state.getState().waiting).length > 0)
        this.timer = setTimeout(() => void this.work(), TRY_AGAIN);
    }
  }

  private async sendAll(): Promise<void> {
    // What is added meanwhile is sent too; what fails waits for the next round.
    const tried = new Set<string>();
    for (;;) {
      const id = Object.keys(this.state.getState().waiting).find((waiting) => !tried.has(waiting));
      if (id === undefined) return;
      tried.add(id);
      const waiting = await get<Waiting>(id, kept);
      if (waiting && waiting.why === undefined) await this.send(id, waiting);
      else this.forget(id);
    }
  }

  private async send(id: string, { home, blob }: Waiting): Promise<void> {
    try {
      await this.bring(id, home, blob);
      const [kind, owner] = home.split('/') as [keyof typeof ARRIVED, string];
      await request(ARRIVED[kind], { id: owner, media: id }, { sha256: await checksum(blob) });
    } catch (error) {
      // Of somebody else who uses this device: it waits here until they sign in.
      if (isSomebodyElses(error)) return this.forget(id);
      const why = refusalOf(error);
      if (why === null) return; // tried again later
      // The only copy there is: it stays here.
      await set(id, { home, blob, why } satisfies Waiting, kept);
      const refusal: Refused = { home, type: blob.type, size: blob.size, why };
      this.state.setState(({ refused }) => ({ refused: { ...refused, [id]: refusal } }));
      return this.forget(id);
    }
    await del(id, kept);
    this.forget(id);
  }

  /** Brings the bytes, from where an earlier try stopped. */
  private bring(id: string, home: MediaHome, blob: Blob): Promise<void> {
    return new Promise((resolve, reject) => {
      const upload = new Upload(blob, {
        endpoint: UPLOAD_PATH,
        ...(this.begun.has(id) ? { uploadUrl: `${UPLOAD_PATH}/${id}` } : {}),
        metadata: { media: id, home },
        headers: { [OWN_HEADER]: '1' },
        uploadDataDuringCreation: true,
        storeFingerprintForResuming: false,
        retryDelays: [],
        onProgress: (sent, total) => this.tell(id, sent / total),
        onSuccess: () => resolve(),
        // School may have all of it, and the answer was lost: asking to take it tells.
        onError: (error) => (statusOf(error) === 409 ? resolve() : reject(error)),
      });
      this.begun.add(id);
      upload.start();
    });
  }

  private tell(id: string, progress: number): void {
    this.state.setState(({ waiting }) =>
      waiting[id] ? { waiting: { ...waiting, [id]: { ...waiting[id], progress } } } : { waiting },
    );
  }

  private forget(id: string): void {
    this.begun.delete(id);
    this.state.setState(({ waiting: { [id]: _, ...waiting } }) => ({ waiting }));
  }
}

const statusOf = (error: unknown): number =>
  error instanceof DetailedError ? (error.originalResponse?.getStatus() ?? 0) : 0;

function problemOf(error: unknown): Problem | null {
  try {
    return error instanceof DetailedError
      ? (JSON.parse(error.originalResponse?.getBody() ?? 'null') as Problem | null)
      : null;
  } catch {
    return null;
  }
}

const isSomebodyElses = (error: unknown): boolean =>
  error instanceof RequestError ? error.code === 'not-found' : statusOf(error) === 404;

/** Why school will never take a file; null where a later try may do. */
function refusalOf(error: unknown): string | null {
  if (error instanceof RequestError)
    return ['unfit', 'too-large', 'forbidden'].includes(error.code) ? error.message : null;
  const status = statusOf(error);
  return passing(status) ? null : (problemOf(error)?.message ?? 'School could not take this file.');
}

export const mediaOutbox = new MediaOutbox();

/** What school would not take of a piece or an activity. */
export const refusedOf = ({ refused }: OutboxState, home: MediaHome): [id: string, Refused][] =>
  Object.entries(refused).filter(([, file]) => file.home === home);

/**
 * How many files of a piece or an activity are on their way, and how much of all of them is at school, 0 to 1. Null for
 * none.
 */
export function onTheirWay({ waiting }: OutboxState, home: MediaHome): { count: number; share: number } | null {
  const files = Object.values(waiting).filter((file) => file.home === home);
  const all = files.reduce((sum, { size }) => sum + size, 0);
  return files.length === 0
    ? null
    : {
        count: files.length,
        share: files.reduce((sum, { size, progress }) => sum + size * progress, 0) / Math.max(1, all),
      };
}

/** "2 files on their way to school, 40%". The first of it says nothing yet of how far it is. */
export const wayWords = ({ count, share }: { count: number; share: number }): string =>
  `${count === 1 ? 'a file' : `${count} files`} on ${count === 1 ? 'its' : 'their'} way to ` +
  `school${share > 0 ? `, ${Math.floor(share * 100)}%` : ''}`;
