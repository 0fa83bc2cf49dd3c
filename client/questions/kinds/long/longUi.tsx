import { LONG_LIMITS } from '@lippet/core/questions/kinds/long/long';
import { Text } from 'react-native-paper';
import { Field } from '../../../ui/Field';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

function LongAnswering({ answer, onAnswer }: AnsweringProps<'long'>) {
  if (!onAnswer) return <Text variant="bodyLarge">{answer?.text ?? ''}</Text>;
  return (
    <Field
      label="Your answer"
      value={answer?.text ?? ''}
      onChangeText={(text) => onAnswer(text === '' ? null : { text })}
      maxLength={LONG_LIMITS.text}
      multiline
    />
  );
}

export const longUi: QuestionUi<'long'> = {
  word: 'Long answer',
  how: () => 'Write it in your own words. Your teacher reads it',
  Answering: LongAnswering,
};
