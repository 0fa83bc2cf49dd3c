import {
  DAY_STAMP_WORDS,
  DAY_STAMPS,
  type DayAnswer,
  type DayChoice,
  type DayQuestionView,
} from '@lippet/core/contract/class';
import type { ReactNode } from 'react';
import { Image } from 'react-native';
import { useLocalFile } from '../recording/useLocalFile';
import { colours, OUTLINE } from '../ui/theme';
import { DayStampShape } from './DayStampShape';

/** One of the answers that a question of the day offers. */
export interface DayOption {
  id: string;
  word: string;
  /** @param size in pixels; null where there is no picture of it */
  picture: (size: number) => ReactNode;
  /** What is sent where it is chosen. */
  answer: Pick<DayAnswer, 'stamp' | 'choice'>;
}

/** What a question offers: answers of its own, or the weather. */
export const dayOptions = ({ choices }: Pick<DayQuestionView, 'choices'>): DayOption[] =>
  choices
    ? choices.map(({ id, words, media }) => ({
        id,
        word: words,
        picture: (size) => media && <ChoicePicture media={media} size={size} />,
        answer: { stamp: null, choice: id },
      }))
    : DAY_STAMPS.map((stamp) => ({
        id: stamp,
        word: DAY_STAMP_WORDS[stamp],
        picture: (size) => <DayStampShape stamp={stamp} size={size} />,
        answer: { stamp, choice: null },
      }));

/** Which of the offered answers somebody has chosen. */
export const chosenOption = (options: readonly DayOption[], answer: DayAnswer | null): DayOption | null =>
  options.find(({ id }) => id === (answer?.choice ?? answer?.stamp)) ?? null;

/** An answer in words. */
export const answerWords = (options: readonly DayOption[], answer: DayAnswer): string =>
  [chosenOption(options, answer)?.word, answer.words].filter(Boolean).join('. ');

/** The picture of an answer, also while it is on its way to school. The word beside it says what it is. */
export function ChoicePicture({ media, size }: { media: NonNullable<DayChoice['media']>; size: number }) {
  const local = useLocalFile(media);
  if (local === undefined) return null;
  return (
    <Image
      source={{ uri: local ?? `/api/media/${media}` }}
      style={{ width: size, height: size, borderWidth: OUTLINE, borderColor: colours.ink }}
      resizeMode="cover"
      alt=""
    />
  );
}
