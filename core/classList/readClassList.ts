import { CLASS_LIMIT } from '../contract/groups';
import { LIMITS } from '../contract/limits';
import { FAMILY_HEADINGS, NAME_HEADINGS, SIGN_IN_HEADINGS } from './headings';

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

/** A learner as one line of the list has them. */
export interface ListedLine extends ListedLearner {
  /** Counts from 1, with the line of headings. */
  line: number;
}

export interface ListTrouble {
  /** Counts from 1, with the line of headings. */
  line: number;
  words: string;
}

/** How a list is to be read. */
export interface ListReading {
  /** Whether the first line holds headings. */
  headed: boolean;
  columns: ListColumns;
  /** Lines that the teacher does not want; nothing is wrong with them. */
  leftOut?: ReadonlySet<number>;
  /** Sign-in names that are in use, in lower case. */
  taken?: ReadonlySet<string>;
}

export interface ClassList {
  /** All lines with a learner, those that are left out too. */
  lines: ListedLine[];
  /** Who is to be added: all lines but those that are left out. */
  learners: ListedLearner[];
  troubles: ListTrouble[];
}

const SIGN_IN = /^[\p{L}\p{N}][\p{L}\p{N}._-]*$/u;

/** Letters that do not fall apart into one without a mark. */
const PLAIN_LETTERS: readonly (readonly [string, string])[] = [
  ['ı', 'i'],
  ['ł', 'l'],
  ['ø', 'o'],
  ['đ', 'd'],
];

/** A heading as it is compared: "Prénom : " is "prenom". */
function plainHeading(cell: string): string {
  const letters = cell.normalize('NFKD').replaceAll(/\p{M}/gu, '').toLowerCase();
  const plain = PLAIN_LETTERS.reduce((text, [letter, without]) => text.replaceAll(letter, without), letters);
  return plain.replaceAll(/[^\p{L}\p{N}]+/gu, ' ').trim();
}

/** Guesses the columns by the first line; without headings among it, that line is a learner already. */
export function guessColumns(rows: readonly (readonly string[])[]): { headed: boolean; columns: ListColumns } {
  const headings = (rows[0] ?? []).map(plainHeading);
  const find = (words: ReadonlySet<string>): number | null => {
    const column = headings.findIndex((heading) => words.has(heading));
    return column < 0 ? null : column;
  };
  const [name, family, signIn] = [find(NAME_HEADINGS), find(FAMILY_HEADINGS), find(SIGN_IN_HEADINGS)];
  const headed = name !== null || family !== null || signIn !== null;
  // A family name alone is a name.
  return name === null && family !== null
    ? { headed, columns: { name: family, family: null, signIn } }
    : { headed, columns: { name: name ?? 0, family, signIn } };
}

/** What is wrong with the sign-in name of a line; null if nothing is. */
function signInTrouble(signInName: string, seen: ReadonlyMap<string, number>, taken?: ReadonlySet<string>) {
  const key = signInName.toLowerCase();
  if (!SIGN_IN.test(signInName) || signInName.length > LIMITS.name)
    return `“${signInName}” is no sign-in name: letters, digits, dots and dashes only.`;
  if (taken?.has(key)) return `The sign-in name “${signInName}” is in use already.`;
  if (seen.has(key)) return `The sign-in name “${signInName}” stands in line ${seen.get(key)} too.`;
  return null;
}

function nameTrouble(name: string): string | null {
  if (name === '') return 'There is no name.';
  return name.length > LIMITS.name ? `The name is longer than ${LIMITS.name} characters.` : null;
}

/**
 * The learners of a class list. Empty lines are passed over; every line with something wrong is told of, and then
 * nothing is to be taken over until it is put right or left out.
 *
 * @param rows the cells of each line
 */
export function readClassList(
  rows: readonly (readonly string[])[],
  { headed, columns, leftOut, taken }: ListReading,
): ClassList {
  const lines: ListedLine[] = [];
  const troubles: ListTrouble[] = [];
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    const line = i + 1;
    const cell = (column: number | null): string =>
      column === null ? '' : (row[column] ?? '').trim().replaceAll(/\s+/g, ' ');
    if ((headed && i === 0) || row.every((text) => text.trim() === '')) return;
    const name = [cell(columns.name), cell(columns.family)].filter(Boolean).join(' ');
    const signInName = cell(columns.signIn) || null;
    lines.push({ line, name, signInName });
    if (leftOut?.has(line)) return;
    const wrong = [nameTrouble(name), signInName && signInTrouble(signInName, seen, taken)];
    for (const words of wrong) if (words) troubles.push({ line, words });
    if (signInName) seen.set(signInName.toLowerCase(), line);
  });
  const learners = lines
    .filter(({ line }) => !leftOut?.has(line))
    .map(({ name, signInName }) => ({ name, signInName }));
  if (learners.length > CLASS_LIMIT)
    troubles.push({
      line: rows.length,
      words: `There are ${learners.length} learners; at most ${CLASS_LIMIT} are added at once.`,
    });
  return { lines, learners, troubles };
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
