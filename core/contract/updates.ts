export const UPDATE_KINDS = [
  'new',
  'asked',
  'answered',
  'removed',
  'sent',
  'taken-back',
  'again',
  'finished',
  'notice',
  'due',
  'unsent',
  'partner',
  'wall',
] as const;

export type UpdateKind = (typeof UPDATE_KINDS)[number];

export interface UpdateView {
  id: string;
  kind: UpdateKind;
  words: string;
  at: number;
  seen: boolean;
  /** Where in Lippet it leads. */
  path: string;
  /** Address of a picture of what it leads to, below the API's; null for none. */
  picture: string | null;
}
