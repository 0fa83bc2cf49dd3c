import { writeFile } from 'node:fs/promises';
import { makeScene } from '@lippet/demo/scene/scene';
import sharp from 'sharp';

/** A made-up photo of paper work, as a file. */
export async function sceneFile(path: string, wish: Parameters<typeof makeScene>[0]): Promise<string> {
  const { data, width, height } = makeScene(wish);
  await writeFile(
    path,
    await sharp(data, { raw: { width, height, channels: 4 } })
      .jpeg({ quality: 92 })
      .toBuffer(),
  );
  return path;
}
