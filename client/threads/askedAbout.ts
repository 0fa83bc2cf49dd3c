/** A question of a part that a learner asks about. */
export interface AskedAbout {
  id: string;
  words: string;
}
