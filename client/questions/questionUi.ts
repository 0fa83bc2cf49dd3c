/** How each kind of question is answered. A kind is one folder in `kinds/`, with one line in the registry. */
import type { AnswerOf, AskedQuestionOf, QuestionKindName, QuestionSettingsOf } from '@lippet/core/questions/question';
import type { ReactNode } from 'react';
import type { Around, FieldsProps } from '../parts/partKind';

export interface AnsweringProps<K extends QuestionKindName> {
  question: AskedQuestionOf<K>;
  answer: AnswerOf<K> | null;
  /** Null where nothing can be changed any more. */
  onAnswer: ((answer: AnswerOf<K> | null) => void) | null;
  /** What lies around it; null where it is only looked at. */
  around?: Around | null;
}

/**
 * A kind of question in the interface. Its component is written as a method, so that the registry can hand it a question
 * whose kind is only known when it runs.
 */
export interface QuestionUi<K extends QuestionKindName> {
  readonly word: string;
  /** What one does, in a few words that stand above the answer. */
  how(question: AskedQuestionOf<K>): string;
  Answering(props: AnsweringProps<K>): ReactNode;
  /** What it begins with, where a letter can't say it. */
  readonly beginsWith?: 'a picture' | 'a part';
  /** How it is made then. */
  Editing?(props: EditingProps<K>): ReactNode;
}

export type OtherPart = FieldsProps<'questions'>['others'][number];

export interface EditingProps<K extends QuestionKindName> {
  settings: QuestionSettingsOf<K>;
  /** The other parts of the activity. */
  others: readonly OtherPart[];
  onSettings: (settings: QuestionSettingsOf<K>) => void;
}
