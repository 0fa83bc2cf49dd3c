import * as Y from 'yjs';
import type { ThreadPlace } from '@lippet/core/contract/threads';
import { documentOf, markItems, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readItems, type Item } from '@lippet/core/page/item';
import { pageToSvg } from '@lippet/core/page/svg';
import { chosenTake, partsWithTakes, readTakes } from '@lippet/core/recording/take';

/** Vermilion, as the interface has it, on the colour of paper. */
const RING = [
  ['#FFFCF4', 14],
  ['#B93A24', 7],
] as const;

/** Pictures that a page shows, as data addresses: the drawing of a small picture may ask nobody for anything. */
export interface PageAddresses {
  /** By media id; what is not among them is left out. */
  media: ReadonlyMap<string, string>;
  ground: string | null;
}

export interface DrawTask {
  /** A piece's document, as Yjs updates. */
  updates: readonly Uint8Array[];
  /** Of a review, as one Yjs update; null for none. */
  marks: Uint8Array | null;
  /** Another page than the first, with a ring around a place on it. */
  place: ThreadPlace | null;
  /** Id of another page than the first. */
  page?: string | null;
  /** Null where nobody knows yet what the page shows. */
  addresses: PageAddresses | null;
}

/** A page drawn, what is needed for that first, or what stands for a document without pages. */
export type PageDrawing =
  | { kind: 'nothing' }
  | { kind: 'recording'; media: string }
  | { kind: 'needs'; media: string[]; ground: { media: string; page: number } | null }
  | { kind: 'drawn'; svg: string; width: number; height: number };

function recordingOf(doc: Y.Doc): PageDrawing {
  const take = partsWithTakes(doc)
    .map((part) => chosenTake(readTakes(doc, part)))
    .find((found) => found !== null);
  return take ? { kind: 'recording', media: take.cover ?? take.media } : { kind: 'nothing' };
}

/** What has to be fetched for a page; null if nothing. */
function needsOf({ background }: PagePlan, items: readonly Item[]): (PageDrawing & { kind: 'needs' }) | null {
  const media = new Set(items.flatMap((item) => (item.kind === 'picture' ? [item.media] : [])));
  const ground =
    background.kind === 'pdf' || background.kind === 'photo'
      ? { media: background.media, page: background.kind === 'pdf' ? background.page : 1 }
      : null;
  return media.size > 0 || ground ? { kind: 'needs', media: [...media], ground } : null;
}

/** A ring around a place, to be seen on every ground. */
const ring = ({ x, y }: ThreadPlace, width: number): string =>
  RING.map(
    ([colour, stroke]) =>
      `<circle cx="${x}" cy="${y}" r="${width * 0.07}" fill="none" stroke="${colour}" stroke-width="${stroke}"/>`,
  ).join('');

/** The first page of a document as SVG, with marks on top; of one without pages, its first recording. */
export function drawPage({ updates, marks, place, page: pageId = null, addresses }: DrawTask): PageDrawing {
  const doc = documentOf(updates.length > 0 ? Y.mergeUpdates([...updates]) : null);
  const pages = readPages(doc);
  const wanted = place?.page ?? pageId;
  const page = wanted === null ? pages[0] : pages.find(({ id }) => id === wanted);
  if (!page) return wanted === null ? recordingOf(doc) : { kind: 'nothing' };
  const items = pageItems(doc, page.id);
  const layers = [items ? readItems(items) : []];
  if (marks) layers.push(readItems(markItems(documentOf(marks), page.id)));
  const needs = addresses ? null : needsOf(page, layers.flat());
  if (needs) return needs;
  const media = (id: string): string | null => addresses?.media.get(id) ?? null;
  const svg = pageToSvg(page, layers, { digits: 1, media, ground: addresses?.ground ?? null, marks: 1 });
  return {
    kind: 'drawn',
    svg: place ? svg.replace(/<\/svg>\s*$/, `${ring(place, page.width)}</svg>`) : svg,
    width: page.width,
    height: page.height,
  };
}
