/** Pictures and sounds of a question and of what is chosen, matched or put somewhere in it. */
import { namedIn, withNamed } from './named';
import type { Option } from './option';
import type { Question } from './question';

/** What can have a picture and a sound: the question itself, or an option of it. */
export type HasMedia = Pick<Option, 'id' | 'words' | 'picture' | 'sound'>;

/** The question, and everything in it that can have a picture and a sound, in its order. */
export function mediaPlaces(question: Question): HasMedia[] {
  const options = namedIn(question.settings).flatMap((named) =>
    'picture' in named && 'sound' in named ? [named as HasMedia] : [],
  );
  const { id, words, picture, sound } = question;
  return [{ id, words, picture, sound }, ...options];
}

/** The picture that places lie on, where a question has one; null for none. */
export const groundOf = ({ settings }: Question): string | null =>
  'picture' in settings ? (settings as { picture: string | null }).picture : null;

/** Ids of all files that a question shows or plays. */
export const mediaOfQuestion = (question: Question): string[] =>
  [groundOf(question), ...mediaPlaces(question).flatMap(({ picture, sound }) => [picture, sound])].filter(
    (id): id is string => id !== null,
  );

/** A question in which the question itself, or an option, has another picture or sound. */
export function withMedia(
  question: Question,
  id: string,
  change: Partial<Pick<Option, 'picture' | 'sound'>>,
): Question {
  if (question.id === id) return { ...question, ...change };
  const put = (settings: object): unknown =>
    withNamed(settings, (named) => (named.id === id ? { ...named, ...change } : named));
  const first = question.first && { ...question.first, settings: put(question.first.settings) };
  return { ...question, settings: put(question.settings), first } as Question;
}
