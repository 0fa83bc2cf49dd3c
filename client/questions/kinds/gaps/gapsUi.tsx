import { SHORT_WORDS_LIMITS } from '@lippet/core/questions/kinds/words/words';
import { Fragment } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Field } from '../../../ui/Field';
import { Pick } from '../../../ui/Pick';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

/** A text in which one writes, or chooses, what is missing. */
function GapsAnswering({ question, answer, onAnswer }: AnsweringProps<'gaps'>) {
  const { texts, gaps } = question.asked;
  const filled = new Map(answer?.filled ?? []);
  const fill = (id: string, words: string): void => {
    const next = new Map(filled);
    if (words === '') next.delete(id);
    else next.set(id, words);
    onAnswer?.(next.size === 0 ? null : { filled: [...next] });
  };
  return (
    <View style={styles.text}>
      {texts.map((text, index) => {
        const gap = gaps[index];
        return (
          <Fragment key={gap?.id ?? 'end'}>
            {text.trim() !== '' && <Text variant="bodyLarge">{text.trim()}</Text>}
            {gap && !onAnswer && <Text variant="titleMedium">{filled.get(gap.id) ?? '…'}</Text>}
            {gap && onAnswer && !gap.list && (
              <View style={styles.gap}>
                <Field
                  bare
                  label={`Gap ${index + 1}`}
                  value={filled.get(gap.id) ?? ''}
                  onChangeText={(words) => fill(gap.id, words)}
                  maxLength={SHORT_WORDS_LIMITS.words}
                  autoCapitalize="none"
                  autoComplete="off"
                />
              </View>
            )}
            {gap?.list && onAnswer && (
              <Pick
                label={`Gap ${index + 1}`}
                options={gap.list.map((words) => ({ value: words, word: words }))}
                chosen={filled.get(gap.id) ?? null}
                onChoose={(words) => fill(gap.id, words)}
              />
            )}
          </Fragment>
        );
      })}
    </View>
  );
}

export const gapsUi: QuestionUi<'gaps'> = {
  word: 'Gaps',
  how: ({ asked }) => (asked.gaps.every(({ list }) => list) ? 'Choose what is missing' : 'Write what is missing'),
  Answering: GapsAnswering,
};

const styles = StyleSheet.create({
  text: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  gap: { width: 150 },
});
