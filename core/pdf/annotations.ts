/**
 * Items as the standard annotations of PDF 32000-1, 12.5.6, so that other programs can show, edit and delete them:
 * Ink, Highlight, StrikeOut, FreeText, Text. Each brings its own appearance, so that it looks as it did on the sheet.
 * Coordinates given here are user space; `toUser` maps page points to it.
 */
import { zlibSync } from 'fflate';
import { PDFHexString, PDFName, PDFNumber, PDFString, type PDFDict, type PDFPage, type PDFRef } from 'pdf-lib';
import { itemBounds } from '../page/geometry';
import type { Item, Quad } from '../page/item';
import { applyTo, type Matrix } from '../math/matrix';

/** The kinds that have an annotation of their own; others are drawn. */
export type Annotated = Extract<Item, { kind: 'stroke' | 'mark' | 'text' | 'pin' }>;
export const isAnnotated = (item: Item): item is Annotated => ['stroke', 'mark', 'text', 'pin'].includes(item.kind);

const channels = (colour: string): number[] => [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
const rounded = (value: number): number => Math.round(value * 1_000) / 1_000;

function userBox(item: Item, toUser: Matrix, reach: number): [number, number, number, number] {
  const { left, top, right, bottom } = itemBounds(item);
  const corners = [
    [left - reach, top - reach],
    [right + reach, top - reach],
    [right + reach, bottom + reach],
    [left - reach, bottom + reach],
  ].map(([x, y]) => applyTo(toUser, x!, y!));
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(rounded) as [
    number,
    number,
    number,
    number,
  ];
}

/**
 * Programs show a note's sign upright and in its size however its page is turned: the upper left corner of its box, as
 * the box lies in user space, is where the sign hangs (12.5.3, NoZoom and NoRotate; 12.5.6.4).
 */
function hungBox(item: Item, toUser: Matrix): [number, number, number, number] {
  const { left, top, right, bottom } = itemBounds(item);
  const { x, y } = applyTo(toUser, left, top);
  return [x, y - (bottom - top), x + (right - left), y].map(rounded) as [number, number, number, number];
}

const UPRIGHT: Matrix = [1, 0, 0, -1, 0, 0];

/**
 * Corners in the order that programs expect, whatever the standard's picture shows: top left, top right, bottom left,
 * bottom right.
 */
function quadPoints(quads: readonly Quad[], toUser: Matrix): number[] {
  return quads.flatMap((quad) =>
    [0, 2, 6, 4].flatMap((i) => {
      const { x, y } = applyTo(toUser, quad[i]!, quad[i + 1]!);
      return [rounded(x), rounded(y)];
    }),
  );
}

const NAMES: Record<Annotated['kind'], (item: Annotated) => string> = {
  stroke: () => 'Ink',
  text: () => 'FreeText',
  pin: () => 'Text',
  mark: (item) => (item.kind === 'mark' && item.style === 'strike' ? 'StrikeOut' : 'Highlight'),
};

function particulars(item: Annotated, toUser: Matrix): Record<string, unknown> {
  switch (item.kind) {
    case 'stroke': {
      const path: number[] = [];
      for (let i = 0; i < item.ink.x.length; i++) {
        const { x, y } = applyTo(toUser, item.ink.x[i]!, item.ink.y[i]!);
        path.push(rounded(x), rounded(y));
      }
      return {
        C: channels(item.colour),
        InkList: [path],
        BS: { Type: PDFName.of('Border'), W: item.width, S: PDFName.of('S') },
      };
    }
    case 'mark':
      return {
        C: channels(item.colour),
        QuadPoints: quadPoints(item.quads, toUser),
        Contents: PDFHexString.fromText(item.note),
      };
    case 'text': {
      const [r, g, b] = channels(item.colour).map(rounded);
      return {
        Contents: PDFHexString.fromText(item.text),
        DA: PDFString.of(`/Helv ${rounded(item.size)} Tf ${r} ${g} ${b} rg`),
        Q: { left: 0, centre: 1, right: 2 }[item.align],
        BS: { W: 0 },
      };
    }
    case 'pin':
      return { Contents: PDFHexString.fromText(item.note), Name: PDFName.of('Note'), C: channels('#F0AE2E'), F: 28 };
  }
}

/** A moment as PDF writes dates. */
export function pdfDate(time: number): string {
  return `D:${new Date(time).toISOString().slice(0, 19).replace(/[-:T]/g, '')}Z`;
}

/** How an annotation looks. */
export interface Appearance {
  /** In page points, as the item is drawn flat. */
  content: Uint8Array;
  /** What that content refers to. */
  resources: PDFDict;
  /** How far what is drawn goes beyond the item, in points. */
  reach: number;
}

/** Adds an annotation to a page. */
export function addAnnotation(
  page: PDFPage,
  item: Annotated,
  toUser: Matrix,
  { content, resources, reach }: Appearance,
): PDFRef {
  const { context } = page.doc;
  const hangs = item.kind === 'pin';
  // Small and many: a stream of the platform's for each would take longer, and a quarter of a megabyte.
  const stream = context.stream(zlibSync(content, { mem: 1 }), {
    Type: 'XObject',
    Subtype: 'Form',
    Filter: 'FlateDecode',
    BBox: boundsArray(item, reach),
    Matrix: (hangs ? UPRIGHT : toUser).map(rounded),
    Resources: resources,
  });
  const fields = particulars(item, toUser);
  const ref = context.register(
    context.obj({
      Type: PDFName.of('Annot'),
      Subtype: PDFName.of(NAMES[item.kind](item)),
      Rect: hangs ? hungBox(item, toUser) : userBox(item, toUser, reach),
      F: PDFNumber.of(4),
      NM: PDFString.of(item.id),
      ...(item.at > 0 ? { M: PDFString.of(pdfDate(item.at)) } : {}),
      ...(fields as Record<string, never>),
      AP: { N: context.register(stream) },
      P: page.ref,
    }),
  );
  page.node.addAnnot(ref);
  return ref;
}

const boundsArray = (item: Item, reach: number): number[] => {
  const { left, top, right, bottom } = itemBounds(item);
  return [left - reach, top - reach, right + reach, bottom + reach].map(rounded);
};
