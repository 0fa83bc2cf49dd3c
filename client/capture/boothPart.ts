import type { PartView } from '@lippet/core/parts/part';
import type { TakeSort } from '@lippet/core/recording/take';

/** The longest task or material that is recorded in place, in seconds. */
const LONGEST = 600;

/** The booth records for a part; a teacher's recording is none, so it gets one that only the booth sees. */
export const boothPart = (title: string, sort: TakeSort): PartView => ({
  id: 'plan',
  kind: sort,
  title,
  required: false,
  morePages: false,
  onPaper: false,
  seconds: LONGEST,
  titleStart: null,
  soundOnly: true,
  keepCopy: false,
  choice: null,
  waits: false,
  removed: false,
  openings: [],
  picture: null,
  leastWords: null,
  mostWords: null,
  confirm: false,
});
