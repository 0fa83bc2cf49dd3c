/** A part of an activity, of whichever kind: as the teacher sets it, as people see it, and what is done of it. */
import type * as Y from 'yjs';
import { isId } from '../contract/ids';
import { DEFINITION_LIMITS } from '../contract/definitionLimits';
import { rawOf, textOf, type Raw } from '../contract/readRaw';
import type { PagePlan } from '../page/document';
import {
  BY_VOICE,
  type AnswerRecord,
  type AnySettings,
  type AnyView,
  type CorePart,
  type PartContent,
  type SharedWays,
} from './partKind';
import type { SheetPlan } from './page/sheetPlan';
import { PARTS } from './registry';

type Registry = typeof PARTS;

export type PartKind = keyof Registry;

/** In the order in which they are offered. */
export const PART_KINDS = Object.keys(PARTS) as PartKind[];

/** What a kind keeps for each of its parts. */
export type SettingsOf<K extends PartKind> = ReturnType<Registry[K]['newSettings']>;
/** What of that people see, besides what they see of any part. */
export type OwnViewOf<K extends PartKind> = Omit<ReturnType<Registry[K]['view']>, keyof AnyView>;
/** What a document holds of that kind; `never` where that is all on pages and in recordings. */
export type OwnAnswerOf<K extends PartKind> =
  ReturnType<Registry[K]['answers']> extends ReadonlyMap<string, infer Answer> ? Answer : never;

interface Placed {
  id: string;
  title: string;
  required: boolean;
  /** The choice it belongs to, if any. */
  choice: string | null;
  /** Waits until the part in front of it is complete. */
  waits: boolean;
}

/** A part of one of these kinds, as the teacher sets it. */
export type PartPlanOf<K extends PartKind> = { [P in K]: Placed & { kind: P; settings: SettingsOf<P> } }[K];
export type PartPlan = PartPlanOf<PartKind>;
export type PartSettings = SettingsOf<PartKind>;

/** A part of one of these kinds, as people see it. */
export type PartViewOf<K extends PartKind> = {
  [P in K]: Placed &
    AnyView &
    OwnViewOf<P> & {
      kind: P;
      /** Taken out of the activity by the teacher; what a learner made for it stays. */
      removed: boolean;
    };
}[K];
export type PartView = PartViewOf<PartKind>;

/** An answer that is no page and no recording. */
export type PartAnswerOf<K extends PartKind> = { [P in K]: OwnAnswerOf<P> & { kind: P } }[K];
export type PartAnswer = PartAnswerOf<PartKind>;

/** What is asked of a part: its kind, and what people see of that. */
export type PartAsk = { [P in PartKind]: { kind: P } & OwnViewOf<P> }[PartKind];

/** What a part holds: counted, never typed in. */
export interface PartProgress extends PartContent {
  /** Of each kind at most one. A document that is in order has only one of the part's own kind. */
  answers: PartAnswer[];
}

/** The kind's own rules. They are handed parts of that kind only, because the kind is read off the part. */
const rulesOf = (kind: PartKind): CorePart<PartSettings, object, object> => PARTS[kind];

/** Whether a text is the name of a kind. */
export const isPartKind = (value: unknown): value is PartKind =>
  typeof value === 'string' && Object.hasOwn(PARTS, value);

/** A part that was just added. */
export const newPart = (kind: PartKind, id: string, title: string): PartPlan =>
  ({
    id,
    kind,
    title,
    required: true,
    choice: null,
    waits: false,
    settings: rulesOf(kind).newSettings(),
  }) as PartPlan;

/** Reads a part from anything; null for what is none. `choices`: the choices that there are. */
export function readPart(raw: Raw, choices: readonly { id: string }[]): PartPlan | null {
  const { id, kind, title, required, choice, waits, settings } = raw;
  if (!isId(id) || !isPartKind(kind)) return null;
  return {
    id,
    kind,
    title: textOf(title, DEFINITION_LIMITS.title),
    required: required !== false,
    choice: choices.some((known) => known.id === choice) ? (choice as string) : null,
    waits: waits === true,
    settings: rulesOf(kind).readSettings(rawOf(settings)),
  } as PartPlan;
}

/** What keeps a part from being set, by its kind; null for nothing. `name`: how the sentence calls it. */
export const settingsTrouble = ({ kind, settings }: PartPlan, name: string): string | null =>
  rulesOf(kind).trouble(settings, name);

/** Ids of other parts of the activity that a part's settings name. */
export const partsNamedBy = ({ kind, settings }: PartPlan): string[] => rulesOf(kind).refersTo(settings);

/** The sheets that a part's pieces begin with. */
export const sheetsOf = ({ kind, settings }: Pick<PartPlan, 'kind' | 'settings'>): readonly SheetPlan[] =>
  rulesOf(kind).sheets(settings);

type Sheeted = Pick<PartPlan, 'id' | 'kind' | 'settings'>;

/** How a part's sheets are filled by several together; null where each learner has sheets of their own. */
export const togetherOf = ({ kind, settings }: Pick<PartPlan, 'kind' | 'settings'>): SharedWays | null =>
  rulesOf(kind).together(settings);

const pagesOf = (part: Sheeted): PagePlan[] =>
  sheetsOf(part).map((sheet, i) => ({ id: `${part.id}.${i + 1}`, part: part.id, ...sheet }));

/** The pages that a part's pieces begin with: none where they are filled together. */
export const givenPages = (part: Sheeted): PagePlan[] => (togetherOf(part) ? [] : pagesOf(part));

/** The pages that are filled together. */
export const sharedPages = (part: Sheeted): PagePlan[] => (togetherOf(part) ? pagesOf(part) : []);

/** A part with other sheets; the same where its kind has none. */
export const withSheets = (part: PartPlan, sheets: SheetPlan[]): PartPlan =>
  ({ ...part, settings: rulesOf(part.kind).withSheets(part.settings, sheets) }) as PartPlan;

/** Ids of the files that a part's settings show. */
export const mediaOfPart = ({ kind, settings }: PartPlan): string[] => rulesOf(kind).media(settings);

/** What of a part's settings people see. */
export const askOf = (kind: PartKind, settings: AnySettings): PartAsk =>
  ({ kind, ...rulesOf(kind).view(settings as PartSettings) }) as PartAsk;

/** A part as people see it. */
export const viewOfPart = ({ kind, settings, ...placed }: PartPlan, removed = false): PartView =>
  ({
    ...placed,
    kind,
    removed,
    onPaper: settings.onPaper !== false,
    morePages: false,
    recording: BY_VOICE,
    ...rulesOf(kind).view(settings),
  }) as PartView;

/** All that a document holds besides pages and recordings: the answers of each part. */
export function answersIn(doc: Y.Doc): Map<string, PartAnswer[]> {
  const found = new Map<string, PartAnswer[]>();
  for (const kind of PART_KINDS) {
    for (const [part, answer] of rulesOf(kind).answers(doc)) {
      const others = found.get(part) ?? [];
      found.set(part, [...others, { kind, ...answer } as PartAnswer]);
    }
  }
  return found;
}

/** Whether a document holds an answer to a part that is no page and no recording. */
export const isAnswered = (doc: Y.Doc, { id, kind }: PartView): boolean => rulesOf(kind).answers(doc).has(id);

/** A part with some of its settings changed. */
export const withSettings = (part: PartPlan, change: Partial<PartSettings>): PartPlan =>
  ({ ...part, settings: { ...part.settings, ...change } }) as PartPlan;

/** The answer of one kind; null where there is none. */
export const answerOf = <K extends PartKind>(kind: K, { answers }: PartProgress): PartAnswerOf<K> | null =>
  (answers.find((answer) => answer.kind === kind) as PartAnswerOf<K> | undefined) ?? null;

/**
 * Whether enough is there for a part. A photo of paper, or a recording, completes any part: it is another way to answer.
 */
export const enoughIn = (part: PartAsk, progress: PartProgress): boolean =>
  progress.photos > 0 ||
  progress.recordings > 0 ||
  rulesOf(part.kind).isComplete(part, answerOf(part.kind, progress), progress);

/** Why the answer of a part's own kind is not complete; null where there is none, or its pages say more. */
export const lackingIn = (part: PartAsk, progress: PartProgress): string | null =>
  rulesOf(part.kind).lacking(part, answerOf(part.kind, progress));

/** A part's answer as plain text; empty where it has none. */
export const answerAsText = (doc: Y.Doc, part: PartView): string => rulesOf(part.kind).text(doc, part.id, part);

/** What a record of a go tells of a part; null for nothing. */
export const answerRecord = (part: PartView, progress: PartProgress, finished: boolean): AnswerRecord | null =>
  rulesOf(part.kind).record(part, answerOf(part.kind, progress), finished);

/** The lines that stand for a kind. */
export const signOf = (kind: PartKind): string => rulesOf(kind).sign;
