import { CLASS_LIMIT } from '../contract/groups';
import { LIMITS } from '../contract/limits';

/** Which column of a class list is what; columns count from 0. */
export interface ListColumns {
  /** The name in one column, or the given name. */
  name: number;
  /** The family name, where that is in a column of its own. */
  family: number | null;
  signIn: number | null;
}

export interface ListedLearner {
  name: string;
  /** Null where school makes one of the name. */
  signInName: string | null;
}

export interface ListTrouble {
  /** Counts from 1, with the line of headings. */
  line: number;
  words: string;
}

const SIGN_IN = /^[\p{L}\p{N}][\p{L}\p{N}._-]*$/u;
const NAME_WORDS = ['name', 'learner', 'pupil', 'student', 'first name', 'given name', 'forename', 'full name'];
const FAMILY_WORDS = ['family name', 'last name', 'surname'];
const SIGN_IN_WORDS = ['sign-in name', 'sign in name', 'signin', 'login', 'username', 'user'];

/** Guesses the columns by the first line. @returns null for the headings where that line is a learner already */
export function guessColumns(rows: readonly (readonly string[])[]): { headed: boolean; columns: ListColumns } {
  const heads = (rows[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const find = (words: readonly string[]): number | null => {
    const at = heads.findIndex((head) => words.includes(head));
    return at < 0 ? null : at;
  };
  const [name, family, signIn] = [find(NAME_WORDS), find(FAMILY_WORDS), find(SIGN_IN_WORDS)];
  const headed = name !== null || family !== null || signIn !== null;
  return { headed, columns: { name: name ?? 0, family, signIn } };
}

/**
 * The learners of a class list. Empty lines are passed over; every line with something wrong is told of, and then
 * nothing is to be taken over.
 *
 * @param rows the cells of each line
 * @param headed whether the first line holds headings
 * @param taken sign-in names that are in use, in lower case
 */
export function readClassList(
  rows: readonly (readonly string[])[],
  headed: boolean,
  columns: ListColumns,
  taken: ReadonlySet<string> = new Set(),
): { learners: ListedLearner[]; troubles: ListTrouble[] } {
  const learners: ListedLearner[] = [];
  const troubles: ListTrouble[] = [];
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    const line = i + 1;
    const cell = (at: number | null): string => (at === null ? '' : (row[at] ?? '').trim().replaceAll(/\s+/g, ' '));
    if ((headed && i === 0) || row.every((each) => each.trim() === '')) return;
    const name = [cell(columns.name), cell(columns.family)].filter(Boolean).join(' ');
    const signInName = cell(columns.signIn) || null;
    const trouble = (words: string): void => void troubles.push({ line, words });
    if (name === '') trouble('There is no name.');
    else if (name.length > LIMITS.name) trouble(`The name is longer than ${LIMITS.name} characters.`);
    if (signInName) {
      const key = signInName.toLowerCase();
      if (!SIGN_IN.test(signInName) || signInName.length > LIMITS.name)
        trouble(`“${signInName}” is no sign-in name: letters, digits, dots and dashes only.`);
      else if (taken.has(key)) trouble(`The sign-in name “${signInName}” is in use already.`);
      else if (seen.has(key)) trouble(`The sign-in name “${signInName}” stands in line ${seen.get(key)} too.`);
      seen.set(key, line);
    }
    learners.push({ name, signInName });
  });
  if (learners.length > CLASS_LIMIT)
    troubles.push({
      line: rows.length,
      words: `There are ${learners.length} learners; at most ${CLASS_LIMIT} are added at once.`,
    });
  return { learners, troubles };
}

/** A sign-in name made of a name: "Úna O’Shea" gives "una.oshea"; with a number behind it where that is taken. */
export function signInNameOf(name: string, taken: ReadonlySet<string>): string {
  const plain =
    name
      .normalize('NFD')
      .replaceAll(/\p{M}/gu, '')
      .toLowerCase()
      .replaceAll(/['’]/g, '')
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean)
      .join('.') || 'learner';
  const base = plain.slice(0, LIMITS.name - 4);
  for (let n = 1; ; n++) {
    const made = n === 1 ? base : `${base}.${n}`;
    if (!taken.has(made)) return made;
  }
}
