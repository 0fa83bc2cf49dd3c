import { MOST_SCALE_WORDS, setScaleWords, setStep, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { useState } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../../readAloud/Hear';
import { Field } from '../../ui/Field';
import { colours, OUTLINE, SHORT_UNDER } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import type { AnswerProps } from '../partKind';
import { TidePole } from './TidePole';
import { useScale } from './useScale';

/** Height of one step, in CSS pixels: large enough for a finger, and less where a screen has little height. */
const RISE = { usual: 60, little: 46 };

/** How far a statement holds, on a pole whose float is dragged, tapped to its place, or moved by the arrow keys. */
export function ScalePanel({ part, doc, editable }: AnswerProps<'scale'>) {
  const { step, words } = useScale(doc, part.id);
  const [focused, setFocused] = useState(false);
  const low = useLayout() === 'low';
  const rise = useWindowDimensions().height < SHORT_UNDER ? RISE.little : RISE.usual;
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
      <View style={styles.pole}>
        <TidePole step={step} rise={rise} labelled focused={focused} />
        {/* The browser's own slider lies over the pole and its words, unseen: it drags, taps and listens to keys. */}
        <input
          type="range"
          aria-label={part.statement}
          aria-valuetext={step === null ? 'Not set yet' : STEPS[step - 1]}
          min={0}
          max={STEPS.length}
          step={1}
          value={step ?? 0}
          disabled={!editable}
          onFocus={() => setFocused(true)}
          onBlur={() => setFocused(false)}
          onChange={(event) => setStep(doc, part.id, Number(event.target.value) || null)}
          style={{ ...OVER, cursor: editable ? 'grab' : 'default' }}
        />
      </View>
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

/** A slider that stands up, lowest at its foot. */
const OVER = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  margin: 0,
  opacity: 0,
  writingMode: 'vertical-lr',
  direction: 'rtl',
} as const;

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
  content: { padding: 16, gap: 14, alignItems: 'center' },
  // On its side a phone has no room for the pole below anything.
  contentLow: { flexDirection: 'row', justifyContent: 'center', alignItems: 'flex-start' },
  beside: { gap: 14, alignItems: 'center', width: '100%' },
  besideLow: { width: 'auto', flex: 1, maxWidth: 420 },
  statement: { flexDirection: 'row', gap: 12, alignItems: 'center', maxWidth: 560 },
  grow: { flexShrink: 1 },
  pole: {
    paddingVertical: 0,
    paddingHorizontal: 18,
    width: 300,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { width: '100%', maxWidth: 560 },
});
