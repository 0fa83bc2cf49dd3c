import { choose } from './kinds/choose/choose';
import { gaps } from './kinds/gaps/gaps';
import { labelled } from './kinds/labels/labels';
import { long } from './kinds/long/long';
import { made } from './kinds/made/made';
import { match } from './kinds/match/match';
import { number } from './kinds/number/number';
import { order } from './kinds/order/order';
import { place } from './kinds/place/place';
import { scale } from './kinds/scale/scale';
import { sort } from './kinds/sort/sort';
import { words } from './kinds/words/words';

/** All kinds of question. One line a kind, in the order in which they are offered. */
export const QUESTIONS = {
  choose,
  match,
  order,
  sort,
  gaps,
  words,
  number,
  long,
  made,
  scale,
  place,
  labels: labelled,
};
