/** How many gave an answer at their first try. */
export interface SpreadAnswer {
  words: string;
  count: number;
  /** Whether it earned all marks. */
  right: boolean;
}
