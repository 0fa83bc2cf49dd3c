import { scaleOf, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';
import type { BesideProps } from '../partKind';
import { TidePole } from './TidePole';

const RISE = 40;

/** Two poles, before and after, and how far the float has moved. */
export function ScaleBeside({ part, before, now, titles }: BesideProps<'scale'>) {
  const [old, current] = [scaleOf(before, part.id), scaleOf(now, part.id)];
  return (
    <View style={styles.box}>
      <View style={styles.row}>
        {[old, current].map(({ step, words }, i) => (
          <View key={titles[i]} style={styles.side}>
            <Text variant="labelMedium">{titles[i]}</Text>
            <TidePole step={step} rise={RISE} />
            <Text variant="titleSmall">{step === null ? 'Nothing set' : STEPS[step - 1]}</Text>
            {words !== '' && <Text variant="bodySmall">{words}</Text>}
          </View>
        ))}
      </View>
      <Text variant="titleMedium" role="status">
        {movedWords(old.step, current.step)}
      </Text>
    </View>
  );
}

/** How far it moved, in words. */
function movedWords(before: number | null, now: number | null): string {
  if (before === null || now === null) return 'There is nothing to compare it with';
  if (before === now) return 'It stayed where it was';
  const steps = Math.abs(now - before);
  return `${steps} ${steps === 1 ? 'step' : 'steps'} ${now > before ? 'up' : 'down'}`;
}

const styles = StyleSheet.create({
  box: { padding: 14, gap: 14, alignItems: 'center' },
  row: { flexDirection: 'row', gap: 24 },
  side: {
    gap: 8,
    padding: 14,
    width: 150,
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
