import type { QuestionKindName } from '@lippet/core/questions/question';
import { chooseUi } from './kinds/choose/chooseUi';
import { gapsUi } from './kinds/gaps/gapsUi';
import { labelsUi } from './kinds/labels/labelsUi';
import { longUi } from './kinds/long/longUi';
import { madeUi } from './kinds/made/madeUi';
import { matchUi } from './kinds/match/matchUi';
import { numberUi } from './kinds/number/numberUi';
import { orderUi } from './kinds/order/orderUi';
import { placeUi } from './kinds/place/placeUi';
import { scaleUi } from './kinds/scale/scaleUi';
import { sortUi } from './kinds/sort/sortUi';
import { wordsUi } from './kinds/words/wordsUi';
import type { QuestionUi } from './questionUi';

/** The kinds of question in the interface: one line each. */
const QUESTIONS: { [K in QuestionKindName]: QuestionUi<K> } = {
  choose: chooseUi,
  match: matchUi,
  order: orderUi,
  sort: sortUi,
  gaps: gapsUi,
  words: wordsUi,
  number: numberUi,
  long: longUi,
  made: madeUi,
  scale: scaleUi,
  place: placeUi,
  labels: labelsUi,
};

/** How a kind of question is answered. What it is handed must be a question of that kind. */
export const questionUi = (kind: QuestionKindName): QuestionUi<QuestionKindName> =>
  QUESTIONS[kind] as QuestionUi<QuestionKindName>;
