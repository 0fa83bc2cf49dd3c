import type { PartKind } from './activityDefinition';

/** A part as people see it. */
export interface PartView {
  id: string;
  kind: PartKind;
  title: string;
  required: boolean;
  /** Whether pages of one's own may be added. */
  morePages: boolean;
  /** Whether it can be answered with photos of paper, or a voice, instead. */
  onPaper: boolean;
  /** Longest recording, in seconds. */
  seconds: number;
  /** How the teacher began a recording's title; the learner goes on. */
  titleStart: string | null;
  /** Whether a film may be a voice alone. */
  soundOnly: boolean;
  /** Whether the learner may keep a copy of a recording. */
  keepCopy: boolean;
  /** The choice it belongs to, if any. */
  choice: string | null;
  /** Waits until the part in front of it is complete. */
  waits: boolean;
  /** Taken out of the activity by the teacher; what a learner made for it stays. */
  removed: boolean;
  /** Of words: begun sentences, a picture above, and how many words there must and may be. */
  openings: string[];
  picture: string | null;
  leastWords: number | null;
  mostWords: number | null;
  /** Of a tick: whether a teacher has to confirm it. */
  confirm: boolean;
}

/** The longest recording where the teacher has not said, in seconds. */
export const RECORDING_SECONDS = 120;
