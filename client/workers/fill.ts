import type { Rings } from '@lippet/core/page/rings';
import { transfer } from 'comlink';
import type { Filler } from './fill.worker';
import { workerRemote } from './workerRemote';

const filler = workerRemote<Filler>(() => new Worker(new URL('./fill.worker', window.location.href)));

/**
 * Finds the outlines of the region around a page point; null if there is none.
 *
 * @throws WorkerLostError
 */
export async function findRegion(
  { data, width, height }: ImageData,
  scale: number,
  x: number,
  y: number,
): Promise<Rings | null> {
  return filler().find(transfer({ data, width, height, scale }, [data.buffer]), x, y);
}
