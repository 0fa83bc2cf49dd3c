import { fillRegion, type Raster } from '@lippet/core/page/fill';
import { expose, transfer } from 'comlink';

/** Finds the region to colour in, away from the main thread. */
const filler = {
  find(raster: Raster, x: number, y: number) {
    const rings = fillRegion(raster, x, y);
    return rings
      ? transfer(
          rings,
          rings.map(({ buffer }) => buffer),
        )
      : null;
  },
};
export type Filler = typeof filler;

expose(filler);
