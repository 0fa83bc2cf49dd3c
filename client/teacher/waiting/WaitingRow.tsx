import type { WaitingPiece } from '@lippet/core/contract/reviewing';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Picture } from '../../ui/Picture';
import { colours } from '../../ui/theme';

interface Props {
  piece: WaitingPiece;
  words: string;
  /** It is the one in hand. */
  chosen?: boolean;
}

/** What a piece that waits looks like, whose it is, and since when. */
export function WaitingRow({ piece: { name, title, go }, words, chosen = false }: Props) {
  return (
    <>
      <Picture path={`/goes/${go.id}/picture?s=with-teacher`} alt="" style={styles.picture} />
      <View style={styles.words}>
        <Text variant="titleMedium">{name}</Text>
        <Text variant="bodyMedium">{title}</Text>
        <Text variant="bodySmall" style={{ color: chosen ? colours.ink : colours.soft }}>
          {words}
        </Text>
      </View>
      {go.number > 1 && (
        <View style={styles.again}>
          <Text variant="labelSmall">{`again, go ${go.number}`}</Text>
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  picture: { width: 56, height: 72 },
  words: { flex: 1, gap: 2 },
  again: {
    backgroundColor: colours.ochre,
    paddingHorizontal: 8,
    paddingVertical: 3,
    borderWidth: 2,
    borderColor: colours.ink,
  },
});
