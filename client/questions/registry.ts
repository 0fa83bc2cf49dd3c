import type { OfferedKind } from '@lippet/core/parts/questions/questionsPart';
import type { QuestionKindName } from '@lippet/core/questions/question';
import { chooseUi } from './kinds/choose/chooseUi';
import { gapsUi } from './kinds/gaps/gapsUi';
import { labelsUi } from './kinds/labels/labelsUi';
import { matchUi } from './kinds/match/matchUi';
import { numberUi } from './kinds/number/numberUi';
import { orderUi } from './kinds/order/orderUi';
import { placeUi } from './kinds/place/placeUi';
import { sortUi } from './kinds/sort/sortUi';
import { wordsUi } from './kinds/words/wordsUi';
import type { QuestionUi } from './questionUi';

/** The kinds of question in the interface: one line each. */
const QUESTIONS: { [K in OfferedKind]: QuestionUi<K> } = {
  choose: chooseUi,
  match: matchUi,
  order: orderUi,
  sort: sortUi,
  gaps: gapsUi,
  words: wordsUi,
  number: numberUi,
  place: placeUi,
  labels: labelsUi,
};

/** How a kind of question is answered. What it is handed must be a question of that kind, and of one that is offered. */
export const questionUi = (kind: QuestionKindName): QuestionUi<OfferedKind> => QUESTIONS[kind as OfferedKind];
