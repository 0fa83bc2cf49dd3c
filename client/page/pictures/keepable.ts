import { HEAD_BYTES, pictureKindOf } from '@lippet/core/media/fileKinds';

/**
 * A picture as school takes it: as it is where school knows its kind, else drawn anew as PNG (a browser shows more kinds
 * than school keeps). What the browser can't show either goes as it is: school says what is wrong with it.
 */
export async function keepablePicture(file: Blob): Promise<Blob> {
  const head = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  if (pictureKindOf(head)) return file;
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return file;
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0);
  bitmap.close();
  return canvas.convertToBlob({ type: 'image/png' });
}
