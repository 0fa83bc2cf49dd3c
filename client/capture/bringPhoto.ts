import { MEDIA_LIMITS } from '@lippet/core/contract/media';
import type { Background } from '@lippet/core/page/background';
import { photoPageSize, type Shot } from '@lippet/core/scan/shot';
import { mediaOutbox } from '../api/mediaOutbox';
import { keepablePicture } from '../page/pictures/keepable';
import { TOO_MANY_PIXELS, tellsTooLarge } from '../page/pictures/pictureSize';
import type { OpenedShot, Wish } from '../workers/scan.worker';
import { WorkerLostError } from '../workers/workerRemote';
import { scanner } from './scanner';

/** A photo in hand: as the camera gave it, and what was found in it. */
export interface HeldPhoto {
  /** Name of the original at school, made here. */
  id: string;
  blob: Blob;
  opened: OpenedShot;
  taken: number | null;
  /** Whether the original is kept already: the page is only made anew. */
  kept: boolean;
}

/** A page that was made of a photo. */
export interface MadePhoto {
  background: Extract<Background, { kind: 'photo' }>;
  /** In points. */
  width: number;
  height: number;
}

const NOT_A_PHOTO = 'That file is not a photo that can be shown here. JPEG, PNG, WebP and HEIC can.';
const NO_ROOM = 'This device has no room left for that photo.';
const NOT_MADE = 'The page could not be made of that photo. Take it again, or use it as it is.';

/** Opens a photo and looks for the sheet in it. @returns a sentence where it can't be used */
export async function holdPhoto(file: Blob, taken: number | null): Promise<HeldPhoto | string> {
  if (file.size > MEDIA_LIMITS.file)
    return `That photo is too large: at most ${Math.round(MEDIA_LIMITS.file / 1024 / 1024)} MB.`;
  if (await tellsTooLarge(file)) return TOO_MANY_PIXELS;
  const id = crypto.randomUUID();
  try {
    const blob = await keepablePicture(file);
    return { id, blob, opened: await scanner().open(id, blob), taken, kept: false };
  } catch (error) {
    return error instanceof WorkerLostError ? error.message : NOT_A_PHOTO;
  }
}

/** Takes a photo up again that was kept before. @returns a sentence where it can't be had */
export const holdAgain = (shot: Shot): Promise<HeldPhoto | string> => holdKept(shot.original, shot.taken);

/** Takes up a photo that school has, or will have. @returns a sentence where it can't be had */
export async function holdKept(id: string, taken: number | null): Promise<HeldPhoto | string> {
  try {
    const blob =
      (await mediaOutbox.blob(id)) ??
      (await fetch(`/api/media/${id}`).then((answer) => (answer.ok ? answer.blob() : null)));
    if (!blob) return 'School does not have the photo as it was taken any more.';
    return { id, blob, opened: await scanner().open(id, blob), taken, kept: true };
  } catch {
    return 'School can’t be reached, and the photo as it was taken is not on this device.';
  }
}

/** The wish that a new photo begins with: a sheet that was found is made clean, anything else stays as it is. */
export const firstWish = ({ opened: { corners } }: HeldPhoto): Wish => ({
  corners,
  turn: 0,
  look: corners ? 'clean' : 'photo',
});

/** Makes the page and keeps it for school with its original. @returns a sentence where that can't be done */
export async function keepPhoto(pieceId: string, held: HeldPhoto, wish: Wish): Promise<MadePhoto | string> {
  const made = await scanner()
    .make(held.id, held.blob, wish)
    .catch((error: unknown) => {
      console.warn('A page could not be made of a photo.', error);
      return error instanceof WorkerLostError ? error.message : NOT_MADE;
    });
  if (typeof made === 'string') return made;
  const { page, width, height } = made;
  const media = crypto.randomUUID();
  try {
    if (!held.kept) await mediaOutbox.add(held.id, `pieces/${pieceId}`, held.blob);
    await mediaOutbox.add(media, `pieces/${pieceId}`, page);
  } catch {
    return NO_ROOM;
  }
  const { warnings } = held.opened;
  const shot: Shot = {
    original: held.id,
    corners: wish.corners ? [...wish.corners] : null,
    turn: wish.turn,
    look: wish.look,
    taken: held.taken,
    warnings,
  };
  return { background: { kind: 'photo', media, alt: '', shot }, ...photoPageSize(width, height) };
}
