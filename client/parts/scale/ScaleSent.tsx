import { scaleOf, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { ScrollView, StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';
import type { SentProps } from '../partKind';
import { TidePole } from './TidePole';

const RISE = 52;

/** A pole as it was sent, with the words beside it. */
export function ScaleSent({ part, doc }: SentProps<'scale'>) {
  const { step, words } = scaleOf(doc, part.id);
  return (
    <ScrollView style={styles.desk} contentContainerStyle={styles.paper}>
      <Text variant="headlineSmall">{part.statement}</Text>
      <TidePole step={step} rise={RISE} labelled />
      <Text variant="titleMedium" role="status">
        {step === null ? 'Nothing was set' : STEPS[step - 1]}
      </Text>
      {words !== '' && <Text variant="bodyLarge">{words}</Text>}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.desk },
  paper: {
    margin: 20,
    padding: 24,
    gap: 16,
    maxWidth: 560,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
