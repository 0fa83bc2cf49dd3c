import { PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { mediaOutbox } from '../../api/mediaOutbox';
import { askForFiles } from '../../ui/askForFiles';
import { keepablePicture } from './keepable';

/** A picture that was chosen and goes to school by itself, by its id; or why it could not be kept. */
export type ChosenPicture = { media: string; trouble: null } | { media: null; trouble: string };

/**
 * Lets somebody choose a picture among the files of the device.
 * @returns null where none was chosen
 */
export async function choosePicture(home: MediaHome): Promise<ChosenPicture | null> {
  const [file] = await askForFiles(PICTURE_TYPES);
  if (!file) return null;
  const media = crypto.randomUUID();
  try {
    await mediaOutbox.add(media, home, await keepablePicture(file));
    return { media, trouble: null };
  } catch (error) {
    console.warn('The picture could not be kept.', error);
    return { media: null, trouble: 'This device has no room for that picture.' };
  }
}
