import { scaleOf, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { SmallProps } from '../partKind';
import { TidePole } from './TidePole';

const RISE = 24;

/** A pole among those of others. */
export function ScaleSmall({ part, doc }: SmallProps<'scale'>) {
  const { step, words } = scaleOf(doc, part.id);
  return (
    <View style={styles.box}>
      <TidePole step={step} rise={RISE} />
      <View style={styles.words}>
        <Text variant="titleSmall">{step === null ? 'Nothing set' : STEPS[step - 1]}</Text>
        {words !== '' && (
          <Text variant="bodySmall" numberOfLines={5}>
            {words}
          </Text>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1, gap: 4 },
});
