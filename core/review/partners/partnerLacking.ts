import type { PartnerAsks } from './partnerPlan';

/** What a partner has said so far. */
export interface PartnerSaid {
  marks: boolean;
  note: boolean;
  told: boolean;
  /** Ids of the lines of the rubric that have a level. */
  rows: readonly string[];
}

/** What is asked for and was not given yet, each as what it is; none where all is there. */
export function whatIsLacking(asks: PartnerAsks, given: PartnerSaid): string[] {
  const rows = asks.rows.filter((row) => !given.rows.includes(row)).length;
  return [
    asks.marks && !given.marks && 'a mark on the work',
    asks.note && !given.note && 'a note',
    rows > 0 && `a choice in ${rows} ${rows === 1 ? 'line' : 'lines'} of what good work shows`,
    asks.told && !given.told && 'something you say or film',
  ].filter((words) => words !== false);
}
