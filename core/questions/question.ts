/** A question, of whichever kind: as the teacher makes it, as learners see it, and what an answer earns. */
import { isId } from '../contract/ids';
import { listOf, rawOf, textOf, textsOf, wholeOf, type Raw } from '../contract/readRaw';
import type { Option } from './option';
import { asShare, type Fill, type QuestionKind, type School, type Shuffle, type Written } from './questionKind';
import { QUESTIONS } from './registry';
import { sameWords, type WordRules } from './text/sameWords';
import { readTemplate, type Template } from './variants/template';

type Registry = typeof QUESTIONS;

export type QuestionKindName = keyof Registry;

/** In the order in which they are offered. */
export const QUESTION_KINDS = Object.keys(QUESTIONS) as QuestionKindName[];

export type QuestionSettingsOf<K extends QuestionKindName> = ReturnType<Registry[K]['newSettings']>;
export type AskedOf<K extends QuestionKindName> = ReturnType<Registry[K]['asked']>;
export type AnswerOf<K extends QuestionKindName> = NonNullable<ReturnType<Registry[K]['readAnswer']>>;

/** How a learner shows how they came to an answer: typed beside it, or made in another part of the activity. */
export type Working = { needed: boolean } & ({ kind: 'typed' } | { kind: 'part'; part: string });

/** Where to look: a material of the activity, and in words where in it. */
export interface Look {
  material: string;
  words: string;
}

/** What is asked, whichever way it is answered. */
interface Posed {
  id: string;
  words: string;
  /** A file of the activity, or null. */
  picture: string | null;
  sound: string | null;
  /** What it is worth. */
  marks: number;
  /** Null where none is asked for. */
  working: Working | null;
  look: Look | null;
}

/** What a teacher says to those who give this very answer. */
export interface Reply {
  /** The answer in words. */
  answer: string;
  words: string;
}

/** What helps with a question; none of it costs a mark. */
interface Helped {
  /** One after the other, as a learner asks for them. */
  hints: string[];
  replies: Reply[];
  /** The way in small steps: each a question of its own, without steps of its own. */
  steps: Question[];
  /** The lines of a worked example, with the numbers of another variant. */
  example: string[];
}

/** A question of one of these kinds, as its teacher makes it: it holds what is right, and never leaves the school so. */
export type QuestionOf<K extends QuestionKindName> = {
  [P in K]: Posed &
    Helped & {
      kind: P;
      settings: QuestionSettingsOf<P>;
      /** Numbers that are drawn anew for each variant; null where the question is always the same. */
      template: Template | null;
      /** Of a template: the variant that everybody is asked first. Null until it is drawn. */
      first: (Helped & { words: string; settings: QuestionSettingsOf<P> }) | null;
    };
}[K];
export type Question = QuestionOf<QuestionKindName>;

/** A question as learners see it. */
export type AskedQuestionOf<K extends QuestionKindName> = {
  [P in K]: Posed & {
    kind: P;
    asked: AskedOf<P>;
    /** How many hints there are to ask for. */
    hints: number;
    /** How many small steps lead to it. */
    steps: number;
    /** Whether it can be seen worked through. */
    example: boolean;
    /** Whether there are more like it, with other numbers. */
    varies: boolean;
  };
}[K];
export type AskedQuestion = AskedQuestionOf<QuestionKindName>;

export type Answer = AnswerOf<QuestionKindName>;

export const QUESTION_LIMITS = {
  words: 4_000,
  marks: 100,
  hints: 5,
  hint: 500,
  replies: 20,
  steps: 6,
  example: 12,
  working: 2_000,
};

/** The kind's own rules. They are handed questions of that kind only, because the kind is read off the question. */
const rulesOf = (kind: QuestionKindName): QuestionKind<object, object, object> =>
  QUESTIONS[kind] as unknown as QuestionKind<object, object, object>;

/** Whether a text is the name of a kind. */
export const isQuestionKind = (value: unknown): value is QuestionKindName =>
  typeof value === 'string' && Object.hasOwn(QUESTIONS, value);

/** A question that was just added. */
export const newQuestion = (kind: QuestionKindName, id: string): Question =>
  ({
    id,
    kind,
    words: '',
    picture: null,
    sound: null,
    marks: rulesOf(kind).unmarked ? 0 : 1,
    working: null,
    look: null,
    hints: [],
    replies: [],
    steps: [],
    example: [],
    template: null,
    first: null,
    settings: rulesOf(kind).newSettings(),
  }) as Question;

const readLines = (value: unknown, lines: number): string[] =>
  (textsOf(value, lines, QUESTION_LIMITS.hint) ?? []).filter((line) => line.trim() !== '');

/** A small step has no steps of its own, nor numbers, nor files. */
function readStep(raw: Raw): Question[] {
  const plain = { ...raw, steps: [], example: [], template: null, first: null, picture: null, sound: null };
  const step = readQuestion({ ...plain, working: null, look: null });
  return step ? [step] : [];
}

const readHelp = (raw: Raw): Helped => ({
  hints: readLines(raw.hints, QUESTION_LIMITS.hints),
  steps: listOf(raw.steps, QUESTION_LIMITS.steps).flatMap(readStep),
  example: readLines(raw.example, QUESTION_LIMITS.example),
  replies: listOf(raw.replies, QUESTION_LIMITS.replies).flatMap(({ answer, words }) => {
    const reply = { answer: textOf(answer, QUESTION_LIMITS.hint), words: textOf(words, QUESTION_LIMITS.hint) };
    return reply.answer.trim() === '' || reply.words.trim() === '' ? [] : [reply];
  }),
});

function readFirst(raw: Raw, kind: QuestionKindName): object | null {
  if (typeof raw.words !== 'string') return null;
  return {
    ...readHelp(raw),
    words: textOf(raw.words, QUESTION_LIMITS.words),
    settings: rulesOf(kind).readSettings(rawOf(raw.settings)),
  };
}

function readWorking(raw: Raw): Working | null {
  const needed = raw.needed === true;
  if (raw.kind === 'typed') return { kind: 'typed', needed };
  return raw.kind === 'part' && isId(raw.part) ? { kind: 'part', part: raw.part, needed } : null;
}

const readLook = ({ material, words }: Raw): Look | null =>
  isId(material) ? { material, words: textOf(words, QUESTION_LIMITS.hint) } : null;

/** Reads a question from anything; null for what is none. */
export function readQuestion(raw: Raw): Question | null {
  const { id, kind, words, picture, sound, marks, working, look, template, first, settings } = raw;
  if (!isId(id) || !isQuestionKind(kind)) return null;
  return {
    id,
    kind,
    words: textOf(words, QUESTION_LIMITS.words),
    picture: isId(picture) ? picture : null,
    sound: isId(sound) ? sound : null,
    marks: rulesOf(kind).unmarked ? 0 : (wholeOf(marks, 0, QUESTION_LIMITS.marks) ?? 1),
    working: readWorking(rawOf(working)),
    look: readLook(rawOf(look)),
    ...readHelp(raw),
    template: readTemplate(rawOf(template)),
    first: readFirst(rawOf(first), kind),
    settings: rulesOf(kind).readSettings(rawOf(settings)),
  } as Question;
}

/** What keeps a question from being set, as a sentence; null for nothing. `name`: how the sentence calls it. */
export function questionTrouble(question: Question, name: string): string | null {
  const { kind, words, picture, sound, settings, steps } = question;
  if (words.trim() === '' && picture === null && sound === null) return `${name} asks nothing yet.`;
  const inSteps = steps.map((step, index) => questionTrouble(step, `Step ${index + 1} of ${name}`)).find(Boolean);
  return rulesOf(kind).trouble(settings, name) ?? inSteps ?? null;
}

/** Ids of other parts of the activity that a question is answered in, or its working made in. */
export const partsOfQuestion = ({ kind, settings, working }: Question): string[] => [
  ...(rulesOf(kind).parts?.(settings) ?? []),
  ...(working?.kind === 'part' ? [working.part] : []),
];

/** A question as it is laid out for one learner. @param shuffle always the same for this learner and this question */
export function laidOut(question: AskedQuestion, shuffle: Shuffle): AskedQuestion {
  const rules = rulesOf(question.kind);
  return rules.laidOut ? ({ ...question, asked: rules.laidOut(question.asked, shuffle) } as AskedQuestion) : question;
}

/** How far an answer says that something holds, from 0 to 1; null where it says no such thing. */
export const levelOf = ({ kind }: Pick<Question, 'kind'>, answer: Answer): number | null =>
  rulesOf(kind).level?.(answer) ?? null;

/** Whether nothing is right of a question, so that nothing is earned. */
export const isUnmarked = ({ kind }: Pick<Question, 'kind'>): boolean => rulesOf(kind).unmarked === true;

/** The question that everybody is asked first: of a template the variant that was drawn when it was made. */
export const firstOf = (question: Question): Question =>
  question.template && question.first ? ({ ...question, ...question.first } as Question) : question;

/** A question as a learner sees it: nothing of it tells what is right. */
export function askedOf(question: Question, shuffle: Shuffle): AskedQuestion {
  const { id, kind, words, picture, sound, marks, working, look, settings } = firstOf(question);
  const asked = rulesOf(kind).asked(settings, shuffle);
  const help = {
    hints: question.hints.length,
    steps: question.steps.length,
    example: question.example.length > 0,
    varies: question.template !== null,
  };
  return { id, kind, words, picture, sound, marks, working, look, ...help, asked } as AskedQuestion;
}

/** A template with the numbers of a variant in it: a question like any other. */
export const filledQuestion = (question: Question, fill: Fill): Question =>
  ({
    ...question,
    words: fill.text(question.words),
    hints: question.hints.map(fill.text),
    steps: question.steps.map((step) => filledQuestion(step, fill)),
    example: question.example.map(fill.text),
    replies: question.replies.map(({ answer, words }) => ({ answer: fill.text(answer), words: fill.text(words) })),
    template: null,
    first: null,
    settings: rulesOf(question.kind).filled(question.settings, fill),
  }) as Question;

/** Everything in a question that is laid out to be chosen or put somewhere. */
export const optionsOf = ({ kind, settings }: Question): readonly Option[] => rulesOf(kind).options(settings);

/** Reads an answer to what was asked from anything; null for none. */
export const readAnswer = ({ kind, asked }: AskedQuestion, value: unknown): Answer | null =>
  rulesOf(kind).readAnswer(asked, rawOf(value)) as Answer | null;

/** Whether all that a question asks for has been answered. */
export const isComplete = ({ kind, asked }: AskedQuestion, answer: Answer): boolean =>
  rulesOf(kind).complete(asked, answer);

/** An answer in words, for people. */
export const answerWords = ({ kind, asked }: AskedQuestion, answer: Answer): string =>
  rulesOf(kind).inWords(asked, answer);

/**
 * What an answer earns of a question's marks.
 *
 * @returns from 0 to the question's marks; null where that can't be computed
 */
export function marksFor({ kind, settings, marks }: Question, answer: Answer, school: School): number | null {
  const share = rulesOf(kind).share(settings, answer, school);
  return share === null ? null : asShare(share) * marks;
}

/** What a question's settings are in the lines of a letter; null for what can't be written in words. */
export const writtenSettings = ({ kind, settings }: Question, school: School): Written | null =>
  rulesOf(kind).written(settings, school);

/** The answer that earns all marks of a question; null where there is none. */
export const rightAnswer = ({ kind, settings }: Question, school: School): Answer | null =>
  rulesOf(kind).right(settings, school) as Answer | null;

/** A slip of the pen, a large letter or an accent makes no other answer. */
const ALIKE: WordRules = { letterCase: false, accents: false, hyphens: false, spaces: false, oneSlip: false };

/** What the teacher says to this very answer; null for nothing. */
export function replyTo(question: Question, answer: Answer): string | null {
  const words = answerWords(
    askedOf(question, (list) => [...list]),
    answer,
  );
  return question.replies.find((reply) => sameWords(words, reply.answer, ALIKE))?.words ?? null;
}
