import type { MediaHome } from '@lippet/core/contract/media';
import type { PartView } from '@lippet/core/parts/part';
import type { TakeSort } from '@lippet/core/recording/take';
import { chooseRecording } from './bringRecording';
import type { Recorded } from './recorder';

/** What is recorded in the booth: a part of an activity, or something of the teacher's own. */
export type BoothPart = Pick<PartView, 'id' | 'title' | 'recording'>;

const OWN = 'plan';
/** The longest task or material that is recorded in place, in seconds. */
const LONGEST = 600;

/** A file with something of the teacher's own, sound or film. @returns as `chooseRecording` does */
export const chooseOwnRecording = (home: MediaHome): Promise<Recorded | string | null> =>
  chooseRecording('film', { home, part: OWN, limit: LONGEST });

/** Something of the teacher's own. */
export const boothPart = (title: string, sort: TakeSort): BoothPart => ({
  id: OWN,
  title,
  recording: { sort, seconds: LONGEST, titleStart: null, soundOnly: true, keepCopy: false },
});
