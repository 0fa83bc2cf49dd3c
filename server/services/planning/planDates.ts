import type { Dates } from '@lippet/core/contract/activityDefinition';
import { millisOf } from '../../models/millis';

const date = (value: number | null): Date | null => (value === null ? null : new Date(value));

type RowDates = Record<keyof Dates, Date | null>;

/** Dates of a row, as a plan has them. */
export const datesOf = ({ opens, due, closes }: RowDates): Dates => ({
  opens: millisOf(opens),
  due: millisOf(due),
  closes: millisOf(closes),
});

/** Dates of a plan, as a row has them. */
export const rowDates = ({ opens, due, closes }: Dates): RowDates => ({
  opens: date(opens),
  due: date(due),
  closes: date(closes),
});
