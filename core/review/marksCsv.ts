import type { MarkCell, MarksView } from '../contract/marks';
import type { FirstMark } from '../questions/firstMark';
import { STATE_WORDS } from '../piece/pieceState';
import Papa from 'papaparse';

/** So that spreadsheets read it as UTF-8. */
const BOM = '\uFEFF';

const firstWords = ({ earned, outOf, unread }: FirstMark): string =>
  `${Math.round(earned * 10) / 10} of ${outOf}${unread > 0 ? `, ${unread} to read` : ''}`;

/** The mark where there is one, what the questions come to, else the state. */
export const markWords = ({ state, mark, first }: MarkCell): string =>
  mark?.mark?.words ?? (first ? firstWords(first) : STATE_WORDS[state]);

/** One cell of the table in words. */
export const cellWords = (cell: MarkCell): string =>
  [markWords(cell), cell.late && 'late', cell.overdue && 'overdue'].filter(Boolean).join(', ');

/**
 * A table as CSV after RFC 4180. A value that a spreadsheet would run as a formula gets an apostrophe in front, which
 * keeps it text (the advice of OWASP against CSV injection).
 */
export const csvTable = (fields: readonly string[], data: readonly (readonly string[])[]): string =>
  BOM +
  Papa.unparse({ fields: [...fields], data: data.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: true });

/** The table of marks as CSV. */
export function marksCsv({ learners, activities, cells }: MarksView): string {
  const byPlace = new Map(cells.map((cell) => [`${cell.person} ${cell.activity}`, cell]));
  const rows = learners.map(({ id, name }) => [
    name,
    ...activities.map((activity) => {
      const cell = byPlace.get(`${id} ${activity.id}`);
      return cell ? cellWords(cell) : '';
    }),
  ]);
  return csvTable(['Learner', ...activities.map(({ title }) => title)], rows);
}
