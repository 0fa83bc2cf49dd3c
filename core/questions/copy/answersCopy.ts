/** What was answered in a go as a copy to keep: blocks of words, for a PDF. */
import type { TriesView, TryView } from '../../contract/tries';
import type { PartViewOf } from '../../parts/part';
import { earnedShare } from '../countedShare';
import { marksWords } from '../marksWords';
import { answerWords, readAnswer, type AskedQuestion } from '../question';
import { countedRound } from '../rounds';

export type CopyStyle = 'title' | 'heading' | 'answer' | 'small';

export interface CopyBlock {
  style: CopyStyle;
  words: string;
}

/** Whose it is, and of what. */
export interface CopyHead {
  title: string;
  name: string;
  /** "Go 2, sent Monday". */
  when: string;
}

type QuestionsPart = PartViewOf<'questions'>;

const shared = (tried: TryView): TryView & { share: number | null } => ({
  ...tried,
  share: tried.marks === null ? null : tried.marks / Math.max(1, tried.outOf),
});

/** What a question came to, in words; null where that is not told, or nothing can be earned. */
function earnedWords(part: QuestionsPart, question: AskedQuestion, tries: readonly TryView[]): string | null {
  if (tries.length === 0 || question.marks === 0) return null;
  const share = earnedShare(tries.map(shared), part);
  return share === null ? 'Not marked yet' : `${marksWords(share * question.marks)} of ${question.marks}`;
}

function questionBlocks(part: QuestionsPart, question: AskedQuestion, number: number, view: TriesView): CopyBlock[] {
  const here = view.tries.filter((tried) => tried.part === part.id);
  const go = Math.max(0, ...here.map((tried) => tried.go));
  const counting = countedRound(here.filter((tried) => tried.go === go).map(shared), {
    ...part,
    questions: part.asked,
  }).filter((tried) => tried.question === question.id);
  const last = counting.filter(({ variant }) => variant === 0).at(-1);
  const answer = readAnswer(question, last?.answer);
  const right = view.shown.find((one) => one.part === part.id && one.question === question.id)?.words;
  const small = [
    last?.working && `How: ${last.working}`,
    earnedWords(part, question, counting),
    right && `This was right: ${right}`,
    last?.reply && `Said to it: ${last.reply}`,
  ];
  return [
    { style: 'heading', words: `${number}  ${question.words}` },
    { style: 'answer', words: answer ? answerWords(question, answer) : 'No answer' },
    ...small.flatMap((words): CopyBlock[] => (words ? [{ style: 'small', words }] : [])),
  ];
}

/**
 * All questions of a go with their answers, in the learner's own order, and as much of what was right as `view` tells.
 * @returns blocks in reading order
 */
export function answersCopy(head: CopyHead, parts: readonly QuestionsPart[], view: TriesView): CopyBlock[] {
  const blocks: CopyBlock[] = [
    { style: 'title', words: head.title },
    { style: 'small', words: `${head.name} · ${head.when}` },
  ];
  for (const part of parts) {
    const own = view.asked.find((asked) => asked.part === part.id)?.questions ?? part.asked.map(({ id }) => id);
    const asked = own.flatMap((id) => part.asked.find((question) => question.id === id) ?? []);
    if (parts.length > 1) blocks.push({ style: 'title', words: part.title });
    asked.forEach((question, index) => blocks.push(...questionBlocks(part, question, index + 1, view)));
  }
  return blocks;
}
