import { PART_KINDS, type PartKind } from '@lippet/core/parts/part';
import { filmPart } from './film/filmPart';
import { pagePart } from './page/pagePart';
import type { ClientPart } from './partKind';
import { photoPart } from './photo/photoPart';
import { questionsPart } from './questions/questionsPart';
import { scalePart } from './scale/scalePart';
import { sharedPart } from './shared/sharedPart';
import { soundPart } from './sound/soundPart';
import { tickPart } from './tick/tickPart';
import { wordsPart } from './words/wordsPart';

/** The kinds of part in the interface: one line each. */
const PARTS: { [K in PartKind]: ClientPart<K> } = {
  page: pagePart,
  shared: sharedPart,
  photo: photoPart,
  sound: soundPart,
  film: filmPart,
  words: wordsPart,
  tick: tickPart,
  scale: scalePart,
  questions: questionsPart,
};

/** How a kind of part is shown, answered and made. What it is handed must be a part of that kind. */
export const partUi = (kind: PartKind): ClientPart<PartKind> => PARTS[kind];

/** Those of `kinds` in the order in which kinds are offered, with their word and icon. */
export const kindOptions = (
  kinds: readonly PartKind[],
): { value: PartKind; word: string; icon: ClientPart<PartKind>['icon'] }[] =>
  PART_KINDS.filter((kind) => kinds.includes(kind)).map((kind) => {
    const { word, icon } = partUi(kind);
    return { value: kind, word, icon };
  });
