import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { useDrawing } from '../../stores/drawing';
import { colours } from '../../ui/theme';
import type { Surface } from '../surface/surface';
import { useOnScreen } from './useOnScreen';

const SIZE = 34;

/** Where the tool is that arrows move: a ring with a cross, and its place in words. */
export function HandSign({ surface }: { surface: Surface }) {
  const { place, holding } = useStore(surface.hand.state);
  const { at } = useOnScreen(surface);
  useDrawing(({ tool }) => tool);
  if (!place || !surface.hand.reaches) return null;
  const { left, top } = at(place.x, place.y);
  const { width, height } = surface.page;
  const across = Math.round((100 * place.x) / width);
  const down = Math.round((100 * place.y) / height);
  return (
    <View style={[styles.sign, { left: left - SIZE / 2, top: top - SIZE / 2 }]} testID="hand">
      <View style={[styles.ring, holding && styles.holding]}>
        <View style={styles.across} />
        <View style={styles.down} />
      </View>
      <Text role="status" style={styles.words}>
        {`${across} per cent across, ${down} per cent down`}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  sign: { position: 'absolute', width: SIZE, height: SIZE, pointerEvents: 'none' },
  ring: {
    width: SIZE,
    height: SIZE,
    borderRadius: SIZE / 2,
    borderWidth: 3,
    borderColor: colours.ink,
    boxShadow: `0 0 0 2px ${colours.scrap}`,
    alignItems: 'center',
    justifyContent: 'center',
  },
  holding: { borderColor: colours.vermilion },
  across: { position: 'absolute', width: 14, height: 2, backgroundColor: colours.ink },
  down: { position: 'absolute', width: 2, height: 14, backgroundColor: colours.ink },
  // Only read out.
  words: { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 },
});
