/** How much an activity may hold: numbers of things, and characters. */
export const DEFINITION_LIMITS = {
  parts: 40,
  sheets: 400,
  materials: 40,
  rows: 20,
  levels: 8,
  groups: 60,
  learners: 400,
  openings: 20,
  title: 120,
  line: 500,
  words: 10_000,
} as const;
