import type { PrintedFamilyCard } from '@lippet/core/classList/familyCards';
import type { KeyCard } from '@lippet/core/contract/groups';
import { writeInkml } from '@lippet/core/ink/inkml/writeInkml';
import { markItems, pageItems, type PagePlan } from '@lippet/core/page/document';
import type { Background } from '@lippet/core/page/background';
import { readItems, type Item } from '@lippet/core/page/item';
import { pageToSvg } from '@lippet/core/page/svg';
import type * as Y from 'yjs';
import type { Exporter, WallPiece } from '../../workers/export.worker';
import { workerRemote } from '../../workers/workerRemote';
import { mediaOutbox } from '../../api/mediaOutbox';
import { drawPage, type PageLayer } from '../surface/drawPage';

export type OutFormat = 'pdf' | 'pdf-notes' | 'png' | 'svg' | 'inkml';

/** A picture taken out has this many pixels for a point: about 190 to the inch. */
const PNG_SCALE = 2.6;

const exporter = workerRemote<Exporter>(() => new Worker(new URL('../../workers/export.worker', window.location.href)));

/** Cards with new keys, to be printed and cut out. */
export const keyCardsPdf = async (cards: readonly KeyCard[]): Promise<Blob> =>
  new Blob([(await exporter().keyCards(cards)) as BlobPart], { type: 'application/pdf' });

/** Cards for those at home, to be printed and cut out. */
export const familyCardsPdf = async (cards: readonly PrintedFamilyCard[]): Promise<Blob> =>
  new Blob([(await exporter().familyCards(cards)) as BlobPart], { type: 'application/pdf' });

/** A wall, to be printed. */
export const wallPdf = async (title: string, pieces: readonly WallPiece[]): Promise<Blob> =>
  new Blob([(await exporter().wall(title, pieces)) as BlobPart], { type: 'application/pdf' });

const asDataAddress = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('The picture could not be read.'));
    reader.readAsDataURL(blob);
  });

async function mediaBlob(id: string): Promise<Blob | null> {
  const waiting = await mediaOutbox.blob(id);
  if (waiting) return waiting;
  const answer = await fetch(`/api/media/${id}`);
  return answer.ok ? answer.blob() : null;
}

/** What lies under the drawing, as a picture; null where it is paper or can't be fetched. */
async function previewOf(background: Background): Promise<Blob | null> {
  if (background.kind === 'photo') return mediaBlob(background.media);
  if (background.kind !== 'pdf') return null;
  const answer = await fetch(`/api/media/${background.media}/preview?page=${background.page}`);
  return answer.ok ? answer.blob() : null;
}

async function svgOf(page: PagePlan, layers: readonly PageLayer[]): Promise<Blob> {
  const addresses = new Map<string, string>();
  for (const item of layers.flatMap(({ items }) => items)) {
    const blob = item.kind === 'picture' ? await mediaBlob(item.media) : null;
    if (blob && item.kind === 'picture') addresses.set(item.media, await asDataAddress(blob));
  }
  const { background } = page;
  const preview = await previewOf(background);
  const ground = preview && (await asDataAddress(preview));
  const settings = {
    media: (id: string) => addresses.get(id) ?? null,
    ground,
    marks: layers.findIndex(({ marks }) => marks),
  };
  const items = layers.map((layer) => layer.items);
  return new Blob([pageToSvg(page, items, settings)], { type: 'image/svg+xml' });
}

/** Draws the page twice: the first time asks for its pictures, the second has them. */
async function pngOf(page: PagePlan, layers: readonly PageLayer[]): Promise<Blob> {
  const canvas = Object.assign(document.createElement('canvas'), {
    width: Math.round(page.width * PNG_SCALE),
    height: Math.round(page.height * PNG_SCALE),
  });
  await new Promise<void>((resolve) => {
    const waits =
      layers.some(({ items }) => items.some(({ kind }) => kind === 'picture')) ||
      page.background.kind === 'pdf' ||
      page.background.kind === 'photo';
    drawPage(canvas, page, layers, resolve);
    // What is here already never tells that it has come.
    if (!waits) resolve();
    else setTimeout(resolve, 1_500);
  });
  drawPage(canvas, page, layers, () => undefined);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The picture is too large for this device.'))),
      'image/png',
    ),
  );
}

/** What a file is made of. */
interface Source {
  doc: Y.Doc;
  pages: readonly PagePlan[];
  /** The page that is looked at. */
  page: PagePlan;
  title: string;
  /** A review's marks, to lie on top of it. */
  marks: Y.Doc | null;
}

/**
 * Makes a file of a piece: a PDF of all its pages, or one page as a picture, drawing or ink.
 *
 * @throws Error with a sentence if it can't be made
 */
export async function takeOut(format: OutFormat, { doc, pages, page, title, marks }: Source): Promise<Blob> {
  const layersOf = (id: string): PageLayer[] => [
    { items: readItems(pageItems(doc, id)!), marks: false },
    ...(marks ? [{ items: readItems(markItems(marks, id)), marks: true }] : []),
  ];
  const itemsOf = (id: string): Item[] => layersOf(id).flatMap(({ items }) => items);
  switch (format) {
    case 'pdf':
    case 'pdf-notes': {
      const bytes = await exporter().pdf(
        pages.map((plan) => ({
          plan,
          items: readItems(pageItems(doc, plan.id)!),
          marks: marks ? readItems(markItems(marks, plan.id)) : [],
        })),
        format === 'pdf' ? 'flat' : 'annotations',
        title,
      );
      return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' });
    }
    case 'png':
      return pngOf(page, layersOf(page.id));
    case 'svg':
      return svgOf(page, layersOf(page.id));
    case 'inkml':
      return new Blob([writeInkml(itemsOf(page.id).filter((item) => item.kind === 'stroke'))], {
        type: 'application/inkml+xml',
      });
  }
}

/** Hands a file to the person. */
export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  // The browser has begun to read it by then.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
