import type { Dates } from '@lippet/core/contract/activityDefinition';

const time = (date: Date | null): number | null => date && date.getTime();
const date = (value: number | null): Date | null => (value === null ? null : new Date(value));

type RowDates = Record<keyof Dates, Date | null>;

/** Dates of a row, as a plan has them. */
export const datesOf = ({ opens, due, closes }: RowDates): Dates => ({
  opens: time(opens),
  due: time(due),
  closes: time(closes),
});

/** Dates of a plan, as a row has them. */
export const rowDates = ({ opens, due, closes }: Dates): RowDates => ({
  opens: date(opens),
  due: date(due),
  closes: date(closes),
});
