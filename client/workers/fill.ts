import type { Rings } from '@lippet/core/page/rings';
import { transfer, wrap, type Remote } from 'comlink';
import type { Filler } from './fill.worker';

let filler: Remote<Filler> | null = null;

/** Finds the outlines of the region around a page point; null if there is none. The worker is started on first use. */
export async function findRegion(
  { data, width, height }: ImageData,
  scale: number,
  x: number,
  y: number,
): Promise<Rings | null> {
  filler ??= wrap<Filler>(new Worker(new URL('./fill.worker', window.location.href)));
  return filler.find(transfer({ data, width, height, scale }, [data.buffer]), x, y);
}
