import { MOST_SCALE_WORDS, setScaleWords, setStep, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../../readAloud/Hear';
import { Field } from '../../ui/Field';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import type { AnswerProps } from '../partKind';
import { PoleSlider } from './PoleSlider';
import { useScale } from './useScale';

/** How far a statement holds, on a pole whose float is dragged, tapped to its place, or moved by the arrow keys. */
export function ScalePanel({ part, doc, editable }: AnswerProps<'scale'>) {
  const { step, words } = useScale(doc, part.id);
  const low = useLayout() === 'low';
  const statement = (
    <View style={styles.statement}>
      <Text variant="headlineSmall" style={styles.grow}>
        {part.statement}
      </Text>
      <Hear text={`${part.statement} ${STEPS.join(', ')}?`} label={part.statement} small />
    </View>
  );
  return (
    <ScrollView style={styles.panel} contentContainerStyle={[styles.content, low && styles.contentLow]}>
      {!low && statement}
      <PoleSlider label={part.statement} step={step} onStep={editable ? (next) => setStep(doc, part.id, next) : null} />
      <View style={[styles.beside, low && styles.besideLow]}>
        {low && statement}
        <Text variant="titleMedium" role="status">
          {step === null ? startWords(editable) : STEPS[step - 1]}
        </Text>
        {part.withWords && editable && (
          <View style={styles.words}>
            <Field
              label="A few words with it, if you like"
              value={words}
              onChangeText={(text) => setScaleWords(doc, part.id, text)}
              maxLength={MOST_SCALE_WORDS}
              multiline
            />
          </View>
        )}
        {!editable && words !== '' && <Text variant="bodyLarge">{words}</Text>}
      </View>
    </ScrollView>
  );
}

const startWords = (editable: boolean): string =>
  editable ? 'How far is that so? Press the pole' : 'Nothing was set.';

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
  content: { padding: 16, gap: 14, alignItems: 'center' },
  // On its side a phone has no room for the pole below anything.
  contentLow: { flexDirection: 'row', justifyContent: 'center', alignItems: 'flex-start' },
  beside: { gap: 14, alignItems: 'center', width: '100%' },
  besideLow: { width: 'auto', flex: 1, maxWidth: 420 },
  statement: { flexDirection: 'row', gap: 12, alignItems: 'center', maxWidth: 560 },
  grow: { flexShrink: 1 },
  words: { width: '100%', maxWidth: 560 },
});
