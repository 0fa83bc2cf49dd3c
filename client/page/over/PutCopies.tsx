import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { useDrawing } from '../../stores/drawing';
import { Button } from '../../ui/Button';
import type { Surface } from '../surface/surface';
import { clipboard, paste } from '../surface/surfaceKeys';

/** While things are chosen, what was copied (here or on another page) can be put onto this one. */
export function PutCopies({ surface }: { surface: Surface }) {
  const copies = useStore(clipboard, (state) => state.copies.length);
  const chosen = useStore(surface.state, (state) => state.chosen.length);
  const choosing = useDrawing(({ tool }) => tool === 'choose');
  if (!choosing || copies === 0 || chosen > 0) return null;
  return (
    <View style={styles.place}>
      <Button
        icon="pages"
        label={`Put ${copies} here: what you copied`}
        onPress={() => paste(surface)}
      >{`Put ${copies} here`}</Button>
    </View>
  );
}

const styles = StyleSheet.create({ place: { position: 'absolute', left: 10, bottom: 10 } });
