import { findSheet } from '@lippet/core/scan/findSheet';
import { judgeShot } from '@lippet/core/scan/judgeShot';
import { withLook } from '@lippet/core/scan/looks';
import { toShares, type Warning } from '@lippet/core/scan/shot';
import { straighten } from '@lippet/core/scan/straighten';
import sharp from 'sharp';
import { makeScene } from './scene/scene';
import { TABLES } from './scene/tables';

const MOST_PIXELS = 1_200_000;
const QUALITY = 84;

/** A learner's photo of paper work, and the page that was made of it, as the program itself makes them. */
export interface PaperPhoto {
  original: Buffer;
  originalSize: { width: number; height: number };
  page: Buffer;
  pageSize: { width: number; height: number };
  corners: number[] | null;
  warnings: Warning[];
}

/** Takes a made-up photo; every `seed` gives another. */
export async function paperPhoto(seed: number): Promise<PaperPhoto> {
  const scene = makeScene({ seed, table: TABLES[seed % TABLES.length]!, width: 900, height: 1200 });
  const found = findSheet(scene);
  const page = found ? withLook(straighten(scene, found.quad, 0, MOST_PIXELS), 'clean') : scene;
  const packed = ({
    data,
    width,
    height,
  }: {
    data: Uint8ClampedArray | Uint8Array;
    width: number;
    height: number;
  }): Promise<Buffer> =>
    sharp(data, { raw: { width, height, channels: 4 } })
      .webp({ quality: QUALITY })
      .toBuffer();
  return {
    original: await packed(scene),
    originalSize: { width: scene.width, height: scene.height },
    page: await packed(page),
    pageSize: { width: page.width, height: page.height },
    corners: found && toShares(found.quad, scene.width, scene.height),
    warnings: judgeShot(scene, found),
  };
}
