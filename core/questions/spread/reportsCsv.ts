import type { QuestionsPartView } from '../../contract/answers';
import { csvTable } from '../../review/marksCsv';
import { firstOf } from '../question';
import type { QuestionReport } from './questionReports';

const HEADINGS = [
  'Part',
  'Number',
  'Question',
  'Answered',
  'Right at first, %',
  'Right at last, %',
  'Seconds, median',
  'Tells',
  'Asked for a hint',
  'Answers',
];

const percent = (share: number | null): string => (share === null ? '' : String(Math.round(share * 100)));

/** All reports as a table: one row a question. */
export function reportsCsv(reports: readonly QuestionReport[], parts: readonly QuestionsPartView[]): string {
  const rows = reports.map(({ part, question, number, statistics, spread, helped }) => [
    parts.find(({ id }) => id === part)?.title ?? '',
    String(number),
    firstOf(question).words,
    String(statistics.answered),
    percent(statistics.rightAtFirst),
    percent(statistics.rightAtLast),
    statistics.seconds === null ? '' : String(statistics.seconds),
    statistics.tells === null ? '' : statistics.tells.toFixed(2),
    String(helped),
    spread.map(({ words, count, right }) => `${words}${right ? ' (right)' : ''}: ${count}`).join('; '),
  ]);
  return csvTable(HEADINGS, rows);
}
