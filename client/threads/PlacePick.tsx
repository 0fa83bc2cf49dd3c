import { toPage } from '@lippet/core/page/viewport';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Surface } from '../page/surface/surface';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';

/**
 * Waits for a tap on the sheet, which tells a place and draws nothing; the middle of what is seen can be had by
 * keyboard.
 */
export function PlacePick({
  surface,
  onPlace,
  onStop,
}: {
  surface: Surface;
  onPlace: (x: number, y: number) => void;
  onStop: () => void;
}) {
  useEffect(() => {
    const stop = new AbortController();
    const { element, renderer } = surface;
    // Around the sheet, so that the pen does not hear of it.
    element.parentElement!.addEventListener(
      'pointerdown',
      (event) => {
        event.stopPropagation();
        event.preventDefault();
        const box = element.getBoundingClientRect();
        const { x, y } = toPage(renderer.viewport, event.clientX - box.left, event.clientY - box.top);
        onPlace(x, y);
      },
      { capture: true, signal: stop.signal },
    );
    return () => stop.abort();
  }, [surface, onPlace]);
  const middle = (): void => {
    const { width, height } = surface.element.getBoundingClientRect();
    const { x, y } = toPage(surface.renderer.viewport, width / 2, height / 2);
    onPlace(x, y);
  };
  return (
    <View style={styles.bar} role="status">
      <Text variant="titleSmall" style={styles.words}>
        Tap the place on the sheet that you ask about.
      </Text>
      <View style={styles.row}>
        <Button icon="fit" onPress={middle}>
          The middle of it
        </Button>
        <Button icon="close" onPress={onStop}>
          No place
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { padding: 12, gap: 10, backgroundColor: colours.ochre, borderTopWidth: OUTLINE, borderColor: colours.ink },
  words: { color: colours.ink },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
