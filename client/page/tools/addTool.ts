import { askForFiles } from '../../ui/askForFiles';
import { MEDIA_LIMITS, PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { InkmlError } from '@lippet/core/ink/inkml/inkmlStroke';
import { placeOnPage } from '@lippet/core/ink/inkml/placeOnPage';
import { readInkml } from '@lippet/core/ink/inkml/readInkml';
import { simplifyInk } from '@lippet/core/ink/simplify';
import { strokeFields, topOrder } from '@lippet/core/page/item';
import { translation, type Matrix, type Point } from '@lippet/core/math/matrix';
import type { Spot } from '@lippet/core/page/spots';
import { generateKeyBetween } from 'fractional-indexing';
import { mediaOutbox } from '../../api/mediaOutbox';
import { keepablePicture } from '../pictures/keepable';
import { TOO_MANY_PIXELS, tellsTooLarge } from '../pictures/pictureSize';
import { useDrawing } from '../../stores/drawing';
import type { Background } from '@lippet/core/page/background';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** Ink of other programs. */
const INKML_TYPES = '.inkml,application/inkml+xml';
/** A picture comes in at most this share of the page. */
const SHARE = 0.6;

const NO_ROOM = 'This device has no room left for that picture.';

/**
 * Size of a picture file in pixels; null where it can't be shown as one. SVG without a size of its own gets a fair one.
 */
async function sizeOf(file: Blob): Promise<{ width: number; height: number } | null> {
  const url = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    return { width: image.naturalWidth || 300, height: image.naturalHeight || 300 };
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** A picture's size in pixels, or a sentence that says why it can't be used. */
async function fitSize(file: Blob): Promise<{ width: number; height: number } | string> {
  if (file.size > MEDIA_LIMITS.file)
    return `That file is too large: at most ${Math.round(MEDIA_LIMITS.file / 1024 / 1024)} MB.`;
  if (await tellsTooLarge(file)) return TOO_MANY_PIXELS;
  const size = await sizeOf(file);
  if (!size) return 'That file is not a picture that can be shown here. PNG, JPEG, WebP, GIF and SVG can.';
  return size.width * size.height > MEDIA_LIMITS.pixels ? TOO_MANY_PIXELS : size;
}

interface Place {
  /** The middle of the new picture, in page points. */
  at: Point;
  /** The box to fit it into, in points. */
  room: { width: number; height: number };
  spot: string | null;
}

/** Brings a file onto the page, by what it holds: ink as strokes, anything else as a picture. */
export async function bringFile(surface: Surface, file: Blob, place: Place): Promise<void> {
  const head = await file.slice(0, 2_000).text();
  if (head.startsWith('%PDF-'))
    return surface.say('A PDF comes in as pages: choose “Add a page”, then “Pages of a PDF”.');
  if (/<(\w+:)?ink[\s>]/.test(head)) return placeInk(surface, await file.text());
  return placePicture(surface, file, place);
}

const strokesInWords = (count: number): string => (count === 1 ? 'One stroke' : `${count} strokes`);

/** Puts the strokes of an InkML file onto the page, chosen, where they were written if that is on the page. */
function placeInk(surface: Surface, text: string): void {
  try {
    const { strokes, unread } = readInkml(text);
    let order = topOrder(surface.top.items);
    const changes = placeOnPage(strokes, surface.page).map(({ ink, tool, colour, width }) => {
      const after = strokeFields({ tool, colour, width, ink: simplifyInk(ink), at: Date.now(), order });
      order = generateKeyBetween(order, null);
      return { page: surface.page.id, id: crypto.randomUUID(), after };
    });
    if (changes.length > 0) surface.change(changes);
    useDrawing.getState().setTool('choose');
    surface.choose(changes.map(({ id }) => id));
    if (unread > 0) surface.say(`${strokesInWords(unread)} of that ink could be read only in part, or not at all.`);
    else if (changes.length === 0) surface.say('That file has no ink in it.');
  } catch (error) {
    surface.say(error instanceof InkmlError ? error.message : 'That ink could not be read.');
  }
}

/** Puts a picture file onto the page, chosen, so that it can be moved at once. */
export async function placePicture(surface: Surface, file: Blob, { at, room, spot }: Place): Promise<void> {
  const { pictureHome } = surface;
  if (!pictureHome) return;
  const size = await fitSize(file);
  if (typeof size === 'string') return surface.say(size);
  const scale = Math.min(room.width / size.width, room.height / size.height, 1);
  const [width, height] = [Math.max(8, size.width * scale), Math.max(8, size.height * scale)];
  const media = crypto.randomUUID();
  try {
    await mediaOutbox.add(media, pictureHome, await keepablePicture(file));
  } catch {
    return surface.say(NO_ROOM);
  }
  const matrix: Matrix = translation(at.x - width / 2, at.y - height / 2);
  const id = surface.put({
    kind: 'picture',
    media,
    width,
    height,
    crop: [0, 0, 1, 1],
    alt: '',
    matrix: [...matrix],
    ...(spot ? { spot } : {}),
  });
  useDrawing.getState().setTool('choose');
  surface.choose([id]);
}

/**
 * Keeps a picture that is to lie under a whole page.
 *
 * @param like the page whose width the new one has
 * @returns the page, or a sentence that says why it can't be used
 */
export async function bringPicturePage(
  home: MediaHome,
  file: Blob,
  like: { width: number },
): Promise<{ background: Background; width: number; height: number } | string> {
  const size = await fitSize(file);
  if (typeof size === 'string') return size;
  const media = crypto.randomUUID();
  try {
    await mediaOutbox.add(media, home, await keepablePicture(file));
  } catch {
    return NO_ROOM;
  }
  return {
    background: { kind: 'photo', media, alt: '' },
    width: like.width,
    height: Math.round((like.width * size.height) / size.width),
  };
}

export const middlePlace = (surface: Surface, point: Point): Place => ({
  at: point,
  room: { width: surface.page.width * SHARE, height: surface.page.height * SHARE },
  spot: null,
});

export const addTool = (surface: Surface, point: Point): ToolGesture => ({
  end: () => void addAt(surface, middlePlace(surface, point)),
});

async function addAt(surface: Surface, place: Place): Promise<void> {
  const [file] = await askForFiles(`${PICTURE_TYPES},${INKML_TYPES}`);
  if (file) await bringFile(surface, file, place);
}

/** Asks for a picture that fills a spot. */
export function addPictureTo(surface: Surface, spot: Spot): void {
  void addAt(surface, {
    at: { x: spot.x + spot.width / 2, y: spot.y + spot.height / 2 },
    room: { width: spot.width, height: spot.height },
    spot: spot.id,
  });
}
