import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { useDrawing, type FingerUse } from '../../stores/drawing';
import { Button } from '../../ui/Button';
import { Scrap } from '../../ui/Scrap';
import type { Surface } from '../surface/surface';

/** Says why a finger draws nothing, as soon as one has tried, and lets it draw. */
export function PenOnly({ surface }: { surface: Surface }) {
  const shown = useStore(surface.state, (state) => state.fingerIdle);
  const setFingers = useDrawing((state) => state.setFingers);
  if (!shown) return null;
  const choose = (fingers: FingerUse): void => {
    setFingers(fingers);
    surface.state.setState({ fingerIdle: false });
  };
  return (
    <View style={styles.place}>
      <Scrap style={styles.note}>
        <Text variant="bodyMedium" role="status">
          Only the pen draws here.
        </Text>
        <View style={styles.row}>
          <Button icon="pen" onPress={() => choose('move')}>
            Pen alone
          </Button>
          <Button kind="main" icon="hand" onPress={() => choose('draw')}>
            Fingers too
          </Button>
        </View>
      </Scrap>
    </View>
  );
}

const styles = StyleSheet.create({
  place: { position: 'absolute', left: 12, right: 12, bottom: 12, alignItems: 'center', pointerEvents: 'box-none' },
  note: { padding: 14, paddingRight: 20, gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
