import type { PartView } from '@lippet/core/parts/part';
import type { TakeSort } from '@lippet/core/recording/take';

/** What is recorded in the booth: a part of an activity, or something of the teacher's own. */
export type BoothPart = Pick<PartView, 'id' | 'title' | 'recording'>;

/** The longest task or material that is recorded in place, in seconds. */
const LONGEST = 600;

/** Something of the teacher's own. */
export const boothPart = (title: string, sort: TakeSort): BoothPart => ({
  id: 'plan',
  title,
  recording: { sort, seconds: LONGEST, titleStart: null, soundOnly: true, keepCopy: false },
});
