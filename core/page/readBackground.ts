/** Backgrounds out of anything: a document or a plan that somebody else has written. */
import { readShot } from './readShot';
import { PATH_DATA, type Background } from './background';
import { type PictureShape } from './pictureShape';
import { drawnFields } from './drawnGround';
import { itemsToJson } from './itemJson';

type Raw = Record<string, unknown>;

const MAX_SHAPES = 2_000;
/** Most characters of the words for those who can't see a picture. */
const MAX_ALT = 500;
/** Ids are UUIDs; longer, it is none of ours. */
const MAX_ID = 60;
/** The page of a PDF, at most. */
const MAX_PAGE = 10_000;
const COLOUR = /^(#[0-9A-Fa-f]{3,8}|none)$/;
const BLANK: Background = { kind: 'blank' };

const rawOf = (value: unknown): Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {};
const altOf = (value: unknown): string => (typeof value === 'string' ? value.slice(0, MAX_ALT) : '');
const isMedia = (value: unknown): value is string =>
  typeof value === 'string' && value.length > 0 && value.length <= MAX_ID;
const isWithin = (value: unknown, least: number, most: number): value is number =>
  typeof value === 'number' && value >= least && value <= most;
const colourOf = (value: unknown): string | undefined =>
  typeof value === 'string' && COLOUR.test(value) ? value : undefined;

function readShape(value: unknown): PictureShape[] {
  const { d, fill, stroke, width } = rawOf(value);
  if (typeof d !== 'string' || !PATH_DATA.test(d)) return [];
  const [filled, stroked] = [colourOf(fill), colourOf(stroke)];
  return [
    {
      d,
      ...(filled && { fill: filled }),
      ...(stroked && { stroke: stroked }),
      ...(isWithin(width, 1e-3, 100) && { width }),
    },
  ];
}

function readPaper(raw: Raw): Background {
  switch (raw.kind) {
    case 'lined':
    case 'squared':
    case 'dotted':
    case 'isometric':
    case 'staves':
    case 'axes':
      return { kind: raw.kind, gap: isWithin(raw.gap, 4, 200) ? raw.gap : 20 };
    case 'guides':
      return { kind: 'guides', xHeight: isWithin(raw.xHeight, 4, 100) ? raw.xHeight : 18 };
    case 'picture': {
      const shapes = Array.isArray(raw.shapes) ? raw.shapes.slice(0, MAX_SHAPES).flatMap(readShape) : [];
      return { kind: 'picture', alt: altOf(raw.alt), shapes };
    }
    case 'photo':
      return isMedia(raw.media) ? { kind: 'photo', media: raw.media, alt: altOf(raw.alt) } : BLANK;
    case 'pdf':
      return isMedia(raw.media)
        ? { kind: 'pdf', media: raw.media, page: isWithin(raw.page, 1, MAX_PAGE) ? Math.round(raw.page) : 1 }
        : BLANK;
    default:
      return BLANK;
  }
}

/** Reads the background of a sheet as a teacher plans it; of what is none, blank paper. */
export function readSheetBackground(value: unknown): Background {
  const raw = rawOf(value);
  const drawn = itemsToJson(drawnFields(raw.drawn));
  return { ...readPaper(raw), ...(drawn.length > 0 && { drawn }) };
}

/** What was read before, by what it was read from: a document gives the same value each time. */
const known = new WeakMap<object, Background>();

/** Reads the background of a page in a document, with how a photo of paper was made; of what is none, blank paper. */
export function readPageBackground(value: unknown): Background {
  if (typeof value !== 'object' || value === null) return BLANK;
  const before = known.get(value);
  if (before) return before;
  const background = readSheetBackground(value);
  const shot = background.kind === 'photo' ? readShot(value as Background) : null;
  const read = shot ? { ...background, shot } : background;
  known.set(value, read);
  return read;
}
