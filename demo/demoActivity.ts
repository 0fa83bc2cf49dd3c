/** What an activity of the demo's week holds, and how far its learners are with it. Days are counted from today. */
import type { DemoTries } from './answers';
import { type DemoMedia } from './birds';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { Background } from '@lippet/core/page/background';
import type { WallStamp } from '@lippet/core/contract/wall';
import type { PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import type { Marking } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/piece/pieceState';
import type { Scene } from './filmScenes';
import { type LabelledPicture } from './lighthouse';
import type { Drawing } from './drawings';
import type { PlacedDrawing } from './harbourDrawings';
import type { Spot as Place } from '@lippet/core/page/spots';
import type { Spot } from './hand';
import type { GroupKey } from './school';
import type { TaskPicture } from './taskPictures';

/** A time of the school's clock: days from today, hour, minute. */
export type DayTime = readonly [day: number, hour: number, minute?: number];

export interface DemoReview {
  outcome: Outcome;
  /** The level of each line of the rubric, 0 the best. */
  levels?: number[];
  note: string;
  at: DayTime;
  /** Pins on moments of the first recording, in seconds. */
  moments?: [second: number, note: string][];
  marks?: { ring?: [Spot, number, number]; tick?: Spot; arrow?: [Spot, Spot]; pins?: [place: Spot, note: string][] };
}

/** What one learner says of another's work; nothing yet where there is no note. */
export interface DemoPartnerReview extends Pick<DemoReview, 'marks' | 'levels'> {
  from: string;
  to: string;
  note?: string;
  at?: DayTime;
}

/** Of one learner on a wall. */
export interface DemoHanging {
  from: string;
  title: string;
  alt: string;
  at: DayTime;
  /** The teacher has not let it hang yet. */
  waits?: boolean;
  stamps?: [from: string, stamp: WallStamp][];
  words?: [from: string, words: string][];
}

export interface DemoPiece {
  /** How much of each part's drawing is done, 0 to 1; a missing entry is an untouched page. */
  shares: number[];
  touched: DayTime;
  /** A go without shares is the work as it stands; `ticked` are notes of the go before, by their number. */
  goes?: { at: DayTime; shares?: number[]; ticked?: number[]; word?: string; review?: DemoReview }[];
}

export interface DemoPart {
  title: string;
  background: Background;
  drawing: Drawing;
  required?: boolean;
  /** Places that wait for something, on the first page. */
  spots?: Place[];
  /** Papers of further pages. */
  more?: Background[];
  /** Learners may add pages. */
  morePages?: boolean;
  /** The sheets are the pages of the harbour PDF, in place of `background`. */
  harbour?: boolean;
  /** Filled by all together, each in a place of their own: what each has drawn there, and when. */
  shared?: Record<string, { drawing: PlacedDrawing; at: DayTime }>;
  /** Answered with photos of paper: it has no sheets, and a share is a number of photos. */
  photo?: boolean;
  /** Answered with a recording: it has no sheets, and a share is a number of seconds. */
  recording?: { shows: Scene | 'sound'; seconds: number; titleStart: string; titles: Record<string, string> };
  /** Answered with written words: what each learner wrote; a share above 0 says that it is there. */
  words?: { least?: number; most?: number; openings?: string[]; written: Record<string, string> };
  /** Answered by questions, as their teacher wrote them in a letter. */
  questions?: string;
  /** Questions after those that are answered in another part, by its title. */
  made?: { words: string; marks: number; part: string }[];
  /** Pictures and sounds of what is chosen in them, by its words. */
  media?: Record<string, DemoMedia>;
  /** A picture that labels are put onto, after those questions. */
  labels?: LabelledPicture;
  /** How they may be tried, where that is not as usual. */
  rules?: Partial<QuestionsSettings>;
  /** What learners tried at those questions until now. */
  tried?: Record<string, DemoTries>;
  /** "I have done this". */
  tick?: { confirm: boolean };
  /** It belongs to the activity's choice. */
  inChoice?: boolean;
  /** It waits for the part before it. */
  waits?: boolean;
}

export interface DemoMaterial {
  title: string;
  words?: string;
  address?: string;
  shown?: 'start' | 'sent';
}

export interface DemoActivity {
  group: GroupKey;
  title: string;
  subject: string;
  goal: string;
  task: string;
  /** Drawn by the teacher above it. */
  taskPicture?: TaskPicture;
  minutes: number | null;
  opens?: DayTime;
  due?: DayTime;
  lateAllowed?: boolean;
  supplies?: string;
  /** What is only looked at. */
  materials?: DemoMaterial[];
  /** What good work shows, each line with its levels, best first. */
  rubric?: [title: string, ...levels: string[]][];
  /** What mark it gets; without it, none. */
  marking?: Partial<Marking>;
  /** Learners who look at each other's work: what they are asked, and what they have given so far. */
  partners?: {
    plan: Pick<PartnerPlan, 'reviews' | 'named'> & { asks: ('note' | 'marks' | 'rows')[] };
    reviews: DemoPartnerReview[];
  };
  /** What hangs on its wall, and what waits for the teacher; without it, it has none. */
  wall?: DemoHanging[];
  /** Its choice: what it is called, and how many are wanted. */
  choice?: { title: string; wanted: number };
  /** What was asked about it: who, of whom, what, when; and what was answered. */
  asks?: {
    from: string;
    audience: 'teacher' | 'class';
    words: string;
    at: DayTime;
    shared?: boolean;
    answers?: [from: string, words: string, at: DayTime][];
  }[];
  /** Not set yet. */
  draft?: boolean;
  /** The folder of its group (see demo/classes) in which it lies. */
  folder?: string;
  /** Learners may choose it, and find it by this. */
  free?: { topic: string; ages: [from: number, to: number] };
  parts: DemoPart[];
  pieces: Record<string, DemoPiece>;
}
