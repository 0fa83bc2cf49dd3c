/** The kinds of part: one line each. Keys are what the database, the API and archives call them. */
import { filmPart } from './film/filmPart';
import { pagePart } from './page/pagePart';
import { photoPart } from './photo/photoPart';
import { questionsPart } from './questions/questionsPart';
import { scalePart } from './scale/scalePart';
import { sharedPart } from './shared/sharedPart';
import { soundPart } from './sound/soundPart';
import { tickPart } from './tick/tickPart';
import { wordsPart } from './words/wordsPart';

export const PARTS = {
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
