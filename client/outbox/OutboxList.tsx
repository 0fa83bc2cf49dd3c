import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox } from '../api/mediaOutbox';
import { colours, OUTLINE } from '../ui/theme';
import { fileWords } from './fileWords';

/** The files of a piece that are on their way to school, and how far each is. */
export function OutboxList({ pieceId }: { pieceId: string }) {
  const waiting = useStore(mediaOutbox.state, (state) => state.waiting);
  const files = Object.entries(waiting).filter(([, file]) => file.home === `pieces/${pieceId}`);
  if (files.length === 0) return null;
  return (
    <View style={styles.box} role="list" aria-label="On their way to school">
      {files.map(([id, file]) => (
        <View key={id} role="listitem" style={styles.file}>
          <Text variant="bodySmall">{`${fileWords(file)}: ${Math.floor(file.progress * 100)}% at school`}</Text>
          <View style={styles.bar} aria-hidden>
            <View style={[styles.done, { width: `${file.progress * 100}%` }]} />
          </View>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  file: { gap: 4 },
  bar: { height: 14, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  done: { height: '100%', backgroundColor: colours.ochre },
});
