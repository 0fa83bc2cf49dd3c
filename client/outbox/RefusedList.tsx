import type { MediaHome } from '@lippet/core/contract/media';
import { Image, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox, refusedOf, type Refused } from '../api/mediaOutbox';
import { useLocalFile } from '../recording/useLocalFile';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';
import { fileWords } from './fileWords';

/** What school would not take of a piece, an activity or a group: it is here until one throws it away. */
export function RefusedList({ home, style }: { home: MediaHome; style?: StyleProp<ViewStyle> }) {
  const state = useStore(mediaOutbox.state);
  const files = refusedOf(state, home);
  if (files.length === 0) return null;
  return (
    <View role="list" aria-label="Not taken by school" style={[styles.list, style]}>
      {files.map(([id, file]) => (
        <RefusedFile key={id} id={id} file={file} />
      ))}
    </View>
  );
}

function RefusedFile({ id, file }: { id: string; file: Refused }) {
  const local = useLocalFile(id);
  // A piece can be sent all the same.
  const rest = file.home.startsWith('pieces/') ? ' The rest goes without it.' : '';
  return (
    <View role="listitem" style={styles.file}>
      {local && file.type.startsWith('image/') && (
        <Image source={{ uri: local }} style={styles.picture} resizeMode="contain" alt="" />
      )}
      <Text variant="titleMedium">{`${fileWords(file)}: only on this device`}</Text>
      <Text variant="bodyMedium">{file.why + rest}</Text>
      <View style={styles.answers}>
        <Button icon="redo" onPress={() => void mediaOutbox.tryAgain(id)}>
          Try again
        </Button>
        <Button icon="bin" onPress={() => void mediaOutbox.throwAway(id)}>
          Throw away
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 12 },
  file: { gap: 10, padding: 14, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.blush },
  picture: { width: '100%', height: 120 },
  answers: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
