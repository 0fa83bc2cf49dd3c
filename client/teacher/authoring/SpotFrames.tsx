import type { Spot } from '@lippet/core/page/spots';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useOnScreen } from '../../page/over/useOnScreen';
import type { Surface } from '../../page/surface/surface';
import { colours, OUTLINE } from '../../ui/theme';

/** Where the places of a sheet are, while something is drawn on it: they are only looked at. */
export function SpotFrames({ surface, spots }: { surface: Surface; spots: readonly Spot[] }) {
  const { at, scale } = useOnScreen(surface);
  return (
    <View style={styles.over} role="group" aria-label="Places of this sheet">
      {spots.map(({ id, label, x, y, width, height }) => (
        <View key={id} style={[styles.frame, at(x, y), { width: width * scale, height: height * scale }]}>
          <Text variant="labelSmall" numberOfLines={1} style={styles.label}>
            {label}
          </Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  over: { ...StyleSheet.absoluteFill, overflow: 'hidden', pointerEvents: 'none' },
  frame: { position: 'absolute', borderWidth: OUTLINE, borderStyle: 'dashed', borderColor: colours.soft },
  label: { alignSelf: 'flex-start', paddingHorizontal: 4, color: colours.soft, backgroundColor: colours.scrap },
});
