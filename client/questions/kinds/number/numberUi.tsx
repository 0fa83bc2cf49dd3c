import { LONGEST_NUMBER } from '@lippet/core/questions/numbers/typedNumber';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Field } from '../../../ui/Field';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

function NumberAnswering({ question, answer, onAnswer }: AnsweringProps<'number'>) {
  const { unit } = question.asked;
  if (!onAnswer) return <Text variant="bodyLarge">{`${answer?.typed ?? ''} ${unit}`.trim()}</Text>;
  return (
    <View style={styles.row}>
      <View style={styles.field}>
        <Field
          label={unit === '' ? 'Your number' : `Your number, in ${unit}`}
          value={answer?.typed ?? ''}
          onChangeText={(typed) => onAnswer(typed === '' ? null : { typed })}
          maxLength={LONGEST_NUMBER}
          autoCapitalize="none"
          autoComplete="off"
        />
      </View>
      {unit !== '' && (
        <Text variant="titleLarge" aria-hidden style={styles.unit}>
          {unit}
        </Text>
      )}
    </View>
  );
}

export const numberUi: QuestionUi<'number'> = {
  word: 'Number',
  how: ({ asked }) => (asked.figures === null ? 'Write the number' : `Write the number with ${asked.figures} figures`),
  Answering: NumberAnswering,
};

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: 12 },
  field: { flex: 1 },
  unit: { paddingBottom: 14 },
});
