import type { MediaHome } from '@lippet/core/contract/media';
import type { Span } from '@lippet/core/recording/spans';
import type { TakeSort } from '@lippet/core/recording/take';
import { fixWebmDuration } from '@fix-webm-duration/fix';
import { createStore, del, delMany, entries, promisifyRequest, set } from 'idb-keyval';

/** What is known of a recording that is on this device only. */
export interface KeptRecording {
  id: string;
  /** Where it belongs. */
  home: MediaHome;
  part: string;
  sort: TakeSort;
  /** Content type of its chunks together. */
  type: string;
  /** Milliseconds since 1970. */
  begun: number;
  /** Length and kept stretches when the last chunk came. */
  seconds: number;
  spans: Span[];
}

/** A database can't be added to by this library, so each has one store. */
const about = createStore('lippet-recordings', 'recordings');
const chunks = createStore('lippet-recording-chunks', 'chunks');
const rangeOf = (id: string): IDBKeyRange => IDBKeyRange.bound([id, 0], [id, Infinity]);

/**
 * Keeps a chunk and where the recording is with it: each is on the device before the next one comes.
 * @throws what IndexedDB throws where there is no room
 */
export async function keepChunk(recording: KeptRecording, n: number, chunk: Blob): Promise<void> {
  await set([recording.id, n], chunk, chunks);
  await set(recording.id, recording, about);
}

/** Keeps what has changed of a recording without a new chunk. */
export const keepAbout = (recording: KeptRecording): Promise<void> => set(recording.id, recording, about);

/**
 * A recording of its chunks. A recorder does not write into a WebM how long it is, and players look for its end first;
 * so it is told here.
 */
export async function wholeRecording(
  { type, seconds }: Pick<KeptRecording, 'type' | 'seconds'>,
  parts: readonly Blob[],
): Promise<Blob> {
  const blob = new Blob([...parts], { type });
  return type.endsWith('/webm') ? fixWebmDuration(blob, Math.round(seconds * 1000), { logger: false }) : blob;
}

/** All of a recording that is on this device. */
export async function recordingBlob(recording: KeptRecording): Promise<Blob> {
  const kept = await chunks('readonly', (store) =>
    promisifyRequest(store.getAll(rangeOf(recording.id)) as IDBRequest<Blob[]>),
  );
  return wholeRecording(recording, kept);
}

/** Recordings that were never kept nor thrown away: the browser was closed, or died, meanwhile. Oldest first. */
export async function leftRecordings(home: MediaHome): Promise<KeptRecording[]> {
  const all = (await entries<string, KeptRecording>(about)).map(([, recording]) => recording);
  return all
    .filter((recording) => recording.home === home && recording.spans.length > 0)
    .sort((a, b) => a.begun - b.begun);
}

export async function forgetRecording(id: string): Promise<void> {
  const keys = await chunks('readonly', (store) => promisifyRequest(store.getAllKeys(rangeOf(id))));
  await delMany(keys, chunks);
  await del(id, about);
}
