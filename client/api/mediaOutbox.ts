import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { MediaView } from '@lippet/core/contract/media';
import type { Problem } from '@lippet/core/contract/problem';
import { createStore as createIdbStore, del, entries, get, set } from 'idb-keyval';
import { createStore } from 'zustand/vanilla';
import { OUTBOX } from './outboxPlace';

/** How long between tries while school can't be reached, in milliseconds. */
const TRY_AGAIN = 4_000;

interface Waiting {
  pieceId: string;
  blob: Blob;
}

interface OutboxState {
  /** Ids of what is on its way, and of which piece. */
  waiting: Readonly<Record<string, string>>;
  /** What school would not take, and why; by media id. */
  refused: Readonly<Record<string, string>>;
}

const kept = createIdbStore(OUTBOX.database, OUTBOX.store);

/**
 * Pictures and PDFs on their way to school. Each is in IndexedDB before anything shows it, and goes by itself when
 * there is a network, also after the browser was closed.
 */
class MediaOutbox {
  readonly state = createStore<OutboxState>(() => ({ waiting: {}, refused: {} }));
  private working = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** Takes up what an earlier visit left. */
  async start(): Promise<void> {
    const left = await entries<string, Waiting>(kept);
    this.state.setState(({ waiting }) => ({ waiting: { ...Object.fromEntries(left.map(([id, { pieceId }]) => [id, pieceId])), ...waiting } }));
    window.addEventListener('online', () => void this.work());
    void this.work();
  }

  /** Keeps a file for a piece under an id made here. @throws what IndexedDB throws where the device has no room */
  async add(id: string, pieceId: string, blob: Blob): Promise<void> {
    await set(id, { pieceId, blob } satisfies Waiting, kept);
    this.state.setState(({ waiting }) => ({ waiting: { ...waiting, [id]: pieceId } }));
    void this.work();
  }

  async blob(id: string): Promise<Blob | null> {
    return (await get<Waiting>(id, kept))?.blob ?? null;
  }

  isWaiting(pieceId: string): boolean {
    return Object.values(this.state.getState().waiting).includes(pieceId);
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    clearTimeout(this.timer);
    try {
      for (const id of Object.keys(this.state.getState().waiting)) {
        const waiting = await get<Waiting>(id, kept);
        if (waiting) await this.send(id, waiting);
        else this.forget(id);
      }
    } finally {
      this.working = false;
      if (Object.keys(this.state.getState().waiting).length > 0) this.timer = setTimeout(() => void this.work(), TRY_AGAIN);
    }
  }

  private async send(id: string, { pieceId, blob }: Waiting): Promise<void> {
    let response: Response;
    try {
      response = await fetch(`/api/pieces/${pieceId}/media/${id}`, { method: 'PUT', headers: { [OWN_HEADER]: '1', 'content-type': 'application/octet-stream' }, body: blob });
    } catch {
      return; // no network: tried again later
    }
    if (response.ok) {
      await (response.json() as Promise<MediaView>);
      await del(id, kept);
      this.forget(id);
    } else if (response.status >= 400 && response.status < 500 && response.status !== 401 && response.status !== 429) {
      const problem = (await response.json().catch(() => null)) as Problem | null;
      await del(id, kept);
      this.forget(id);
      this.state.setState(({ refused }) => ({ refused: { ...refused, [id]: problem?.message ?? 'School could not take this file.' } }));
    }
  }

  private forget(id: string): void {
    this.state.setState(({ waiting: { [id]: _, ...waiting } }) => ({ waiting }));
  }
}

export const mediaOutbox = new MediaOutbox();
