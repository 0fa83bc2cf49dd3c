/**
 * Questions as a table: what is asked, what is right, what is wrong, and marks. It holds questions with options, short
 * words and numbers; what it can't hold is said.
 */
import Papa from 'papaparse';
import { csvTable } from '../../review/marksCsv';
import { pastedQuestions, type PasteRules, type UnusedLine } from '../paste/pastedQuestions';
import { firstOf, type Question } from '../question';
import type { School } from '../questionKind';
import { writtenQuestion } from '../paste/writtenQuestion';

const HEADINGS = ['Question', 'Right', 'Wrong', 'Marks'] as const;
/** Between several answers in one cell. */
const BETWEEN = ' | ';
/** Of one table. */
const MOST_ROWS = 500;

export interface QuestionTable {
  csv: string;
  /** Questions that a table can't hold, in words. */
  left: string[];
}

/** The answers of a question, out of the lines that a teacher would write; null where they are more than answers. */
function answersIn(question: Question, school: School): { right: string[]; wrong: string[] } | null {
  const bare = { ...question, hints: [], replies: [], steps: [], example: [], template: null } as Question;
  const lines = (writtenQuestion(bare, school) ?? '').split('\n').slice(question.words.split('\n').length);
  const typed = lines.filter((line) => line.startsWith('= ')).map((line) => line.slice(2));
  if (typed.length > 0 && typed.length === lines.length) return { right: typed, wrong: [] };
  const options = lines.filter((line) => line.startsWith('- ')).map((line) => line.slice(2));
  if (options.length === 0 || options.length !== lines.length) return null;
  return {
    right: options.filter((option) => option.endsWith(' *')).map((option) => option.slice(0, -2)),
    wrong: options.filter((option) => !option.endsWith(' *')),
  };
}

export function questionsCsv(questions: readonly Question[], school: School): QuestionTable {
  const left: string[] = [];
  const rows = questions.flatMap((whole, index) => {
    const question = firstOf(whole);
    const answers = answersIn(question, school);
    if (!answers) {
      left.push(`Question ${index + 1} is not in the table: it has more than answers.`);
      return [];
    }
    if (whole.template) left.push(`Question ${index + 1} is there with its first numbers only.`);
    return [[question.words, answers.right.join(BETWEEN), answers.wrong.join(BETWEEN), String(question.marks)]];
  });
  return { csv: csvTable(HEADINGS, rows), left };
}

const answersOf = (cell: string | undefined): string[] =>
  (cell ?? '')
    .split('|')
    .map((answer) => answer.trim())
    .filter((answer) => answer !== '');

/** On one line, so that it begins no line of its own in a letter. */
const onLine = (words: string): string => words.replace(/\s+/gu, ' ').trim();

/** A row as a teacher would write it in a letter. */
function letterOf([words = '', right, wrong, marks]: readonly string[]): string {
  const [rights, wrongs] = [answersOf(right), answersOf(wrong)];
  const worth = /^\d+$/.test(marks?.trim() ?? '') ? ` (${marks!.trim()} marks)` : '';
  const lines =
    wrongs.length === 0
      ? rights.map((answer) => `= ${onLine(answer)}`)
      : [...rights.map((answer) => `- ${onLine(answer)} *`), ...wrongs.map((answer) => `- ${onLine(answer)}`)];
  return [`${onLine(words)}${worth}`, ...lines].join('\n');
}

/** Questions out of a table; rows that are none are told by their number, counted from 1 below the headings. */
export function questionsFromCsv(csv: string, rules: PasteRules): { questions: Question[]; unused: UnusedLine[] } {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head, ...rest] = data;
  const rows = head?.[0]?.trim().toLowerCase() === 'question' ? rest : data;
  const questions: Question[] = [];
  const unused: UnusedLine[] = [];
  rows.slice(0, MOST_ROWS).forEach((row, index) => {
    const read = pastedQuestions(letterOf(row), rules);
    questions.push(...read.questions);
    unused.push(...read.unused.map(({ words, why }) => ({ line: index + 1, words, why })));
  });
  if (rows.length > MOST_ROWS)
    unused.push({ line: MOST_ROWS + 1, words: rows[MOST_ROWS]![0] ?? '', why: `At most ${MOST_ROWS} rows are taken.` });
  return { questions, unused };
}
