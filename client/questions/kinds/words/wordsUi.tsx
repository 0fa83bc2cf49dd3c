import { SHORT_WORDS_LIMITS } from '@lippet/core/questions/kinds/words/words';
import { Text } from 'react-native-paper';
import { Field } from '../../../ui/Field';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

function WordsAnswering({ answer, onAnswer }: AnsweringProps<'words'>) {
  if (!onAnswer) return <Text variant="bodyLarge">{answer?.words ?? ''}</Text>;
  return (
    <Field
      label="Your answer"
      value={answer?.words ?? ''}
      onChangeText={(words) => onAnswer(words === '' ? null : { words })}
      maxLength={SHORT_WORDS_LIMITS.words}
      autoCapitalize="none"
      autoComplete="off"
    />
  );
}

export const wordsUi: QuestionUi<'words'> = {
  word: 'Short words',
  how: () => 'Write it in a few words',
  Answering: WordsAnswering,
};
