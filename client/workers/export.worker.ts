import { writeFamilyCards, type PrintedFamilyCard } from '@lippet/core/classList/familyCards';
import { writeKeyCards } from '@lippet/core/classList/keyCards';
import type { KeyCard } from '@lippet/core/contract/groups';
import { JPEG_QUALITY, PICTURE_HEAD, pictureForm } from '@lippet/core/pdf/pictureForm';
import { writeWall, type PrintedPiece } from '@lippet/core/pdf/wallPages';
import { writePdf, type PdfPage, type PdfSources } from '@lippet/core/pdf/write';
import type { PdfStyle } from '@lippet/core/pdf/style';
import { expose, transfer } from 'comlink';
import { createStore, get } from 'idb-keyval';
import { OUTBOX } from '../api/outboxPlace';

const outbox = createStore(OUTBOX.database, OUTBOX.store);

async function media(id: string): Promise<Blob> {
  const waiting = await get<{ blob: Blob }>(id, outbox);
  if (waiting) return waiting.blob;
  const answer = await fetch(`/api/media/${id}`);
  if (!answer.ok)
    throw new Error('A picture or PDF of this work can’t be reached just now. Try again when school can be reached.');
  return answer.blob();
}

const bytesOf = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());

const sources: PdfSources = {
  pdf: async (id) => bytesOf(await media(id)),
  async picture(id) {
    const blob = await media(id);
    const form = pictureForm(await bytesOf(blob.slice(0, PICTURE_HEAD)));
    const bitmap = await createImageBitmap(blob);
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0);
    bitmap.close();
    return bytesOf(await canvas.convertToBlob({ type: `image/${form}`, quality: JPEG_QUALITY }));
  },
  async font(file) {
    const answer = await fetch(`/fonts/${file}`);
    if (!answer.ok)
      throw new Error('The letters for this PDF can’t be reached just now. Try again when school can be reached.');
    return bytesOf(await answer.blob());
  },
};

/** A piece of a wall, and the address of what it looks like. */
export interface WallPiece {
  title: string;
  name: string;
  picture: string;
}

/** A picture of a piece as JPEG, on paper; null where it can't be fetched. */
async function wallPicture(address: string): Promise<Uint8Array | null> {
  const answer = await fetch(address);
  if (!answer.ok) return null;
  const bitmap = await createImageBitmap(await answer.blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#FFFFFF';
  context.fillRect(0, 0, bitmap.width, bitmap.height);
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return bytesOf(await canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY }));
}

/** Writes PDFs away from the main thread. */
const exporter = {
  async keyCards(cards: readonly KeyCard[]): Promise<Uint8Array> {
    const bytes = await writeKeyCards(cards, sources.font);
    return transfer(bytes, [bytes.buffer]);
  },
  async familyCards(cards: readonly PrintedFamilyCard[]): Promise<Uint8Array> {
    const bytes = await writeFamilyCards(cards, sources.font);
    return transfer(bytes, [bytes.buffer]);
  },
  async wall(title: string, pieces: readonly WallPiece[]): Promise<Uint8Array> {
    const printed: PrintedPiece[] = [];
    for (const { name, title: called, picture } of pieces)
      printed.push({ title: called, name, picture: await wallPicture(picture) });
    const bytes = await writeWall({ title, pieces: printed }, sources.font);
    return transfer(bytes, [bytes.buffer]);
  },
  async pdf(pages: readonly PdfPage[], style: PdfStyle, title: string): Promise<Uint8Array> {
    const bytes = await writePdf(pages, sources, { style, title });
    return transfer(bytes, [bytes.buffer]);
  },
};
export type Exporter = typeof exporter;

expose(exporter);
