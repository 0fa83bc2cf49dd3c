/**
 * What the computation has to know of a kind of part. Each kind is one folder here, with one line in the registry; nothing
 * outside of this folder asks which kind a part is.
 */
import type * as Y from 'yjs';
import type { Raw } from '../contract/readRaw';
import type { TakeSort } from '../recording/take';
import type { SheetPlan } from './page/sheetPlan';

/** What lies in a part whichever kind it is: its pages, and what was recorded for it. */
export interface PartContent {
  pages: number;
  /** Pages that carry at least one item, or are a photo of paper. */
  drawnPages: number;
  strokes: number;
  /** All items: strokes, colours, words, pictures, marks, pins, fields. */
  items: number;
  /** Spots that must be filled, and how many of them are. */
  neededSpots: number;
  filledSpots: number;
  /** Photos of paper among the pages. */
  photos: number;
  /** Takes of sound or film. */
  recordings: number;
}

/** How something is recorded for a part. */
export interface RecordingRules {
  sort: TakeSort;
  /** Longest recording, in seconds. */
  seconds: number;
  /** How the teacher began its title; the learner goes on. */
  titleStart: string | null;
  /** Whether a film may be a voice alone. */
  soundOnly: boolean;
  /** Whether the learner may keep a copy of it. */
  keepCopy: boolean;
}

/** The longest recording where the teacher has not said, in seconds. */
export const RECORDING_SECONDS = 120;

/** For a part that asks for something else, and is answered by voice. */
export const BY_VOICE: RecordingRules = {
  sort: 'sound',
  seconds: RECORDING_SECONDS,
  titleStart: null,
  soundOnly: true,
  keepCopy: true,
};

/** What a teacher may say of a part of any kind. */
export interface AnySettings {
  /** False where photos of paper, or a voice, are no answer in place of what is asked for. */
  onPaper?: boolean;
}

/** What people see of a part of any kind, beside its name and its place. */
export interface AnyView {
  /** Whether it can be answered with photos of paper, or a voice, instead. */
  onPaper: boolean;
  /** Whether pages of one's own may be added. */
  morePages: boolean;
  recording: RecordingRules;
}

/** How a sheet is filled by several together. */
export interface SharedWays {
  /** All of a group fill one, or each of its crews does. */
  by: 'group' | 'crew';
  /** Whether each has a place of their own, laid out by number. */
  places: boolean;
  /** Whether one sees what others made only once one has added something. */
  hides: boolean;
}

/** What a record tells of an answer, beside the files that leave with it. */
export interface AnswerRecord {
  /** In a few words, for people. */
  words: string;
  /** For programs. */
  [field: string]: string | number | boolean | null;
}

/**
 * A kind of part. It is given what is its own: its settings, what of them people see, and its answer, which is what a
 * document holds for it besides pages and recordings.
 *
 * Its functions are methods, so that the registry can hand any of them a part whose kind is only known when it runs.
 */
export interface CorePart<Settings extends AnySettings, View extends object, Answer extends object> {
  /** Stands for it where it has no page: SVG path data of lines in a box of 100, for children who can't read yet. */
  readonly sign: string;
  /** Settings of a new part. */
  newSettings(): Settings;
  /** Reads settings from anything: what is not in shape is left out, what is too long is cut. It never throws. */
  readSettings(raw: Raw): Settings;
  /** What of the settings people see; what is said here for parts of any kind takes the place of what is usual. */
  view(settings: Settings): View & Partial<AnyView>;
  /** What keeps the part called `name` from being set, as a sentence; null for nothing. */
  trouble(settings: Settings, name: string): string | null;
  /** Ids of other parts of the activity that the settings name. */
  refersTo(settings: Settings): string[];
  /** The sheets that a piece begins with. */
  sheets(settings: Settings): readonly SheetPlan[];
  /** Settings with other sheets; the same where the kind has none. */
  withSheets(settings: Settings, sheets: SheetPlan[]): Settings;
  /** Ids of the files that the settings show. */
  media(settings: Settings): string[];
  /** How its sheets are filled by several together; null where each learner has sheets of their own. */
  together(settings: Settings): SharedWays | null;
  /** What a document holds of this kind, by part. Whatever is in the document, it never throws. */
  answers(doc: Y.Doc): ReadonlyMap<string, Answer>;
  /** Whether enough is there, where it was not answered in another way. */
  isComplete(view: View, answer: Answer | null, content: PartContent): boolean;
  /** Why an answer that was begun is not complete, in a few words; null where its pages say more. */
  lacking(view: View, answer: Answer | null): string | null;
  /** The answer as plain text; empty for none. */
  text(doc: Y.Doc, part: string, view: View): string;
  /** What a record tells of the answer; null for nothing. `finished`: the teacher has called the go finished. */
  record(view: View, answer: Answer | null, finished: boolean): AnswerRecord | null;
}

/** What a kind has to say itself; the rest is as usual where it says nothing. */
type Told<Settings extends AnySettings, View extends object, Answer extends object> = Pick<
  CorePart<Settings, View, Answer>,
  'sign' | 'newSettings' | 'readSettings' | 'view'
> &
  Partial<CorePart<Settings, View, Answer>>;

const NO_ANSWERS: ReadonlyMap<string, never> = new Map<string, never>();

/** Pages are complete when every needed spot is filled; without such spots, when anything is on one of them. */
export const pagesComplete = ({ neededSpots, filledSpots, drawnPages }: PartContent): boolean =>
  neededSpots > 0 ? filledSpots >= neededSpots : drawnPages > 0;

/** A kind that is answered with pages or recordings, but for what it says itself. */
export const definePart = <Settings extends AnySettings, View extends object, Answer extends object = never>(
  told: Told<Settings, View, Answer>,
): CorePart<Settings, View, Answer> => ({
  trouble: () => null,
  refersTo: () => [],
  sheets: () => [],
  withSheets: (settings) => settings,
  media: () => [],
  together: () => null,
  answers: () => NO_ANSWERS,
  isComplete: (_view, _answer, content) => pagesComplete(content),
  lacking: () => null,
  text: () => '',
  record: () => null,
  ...told,
});
