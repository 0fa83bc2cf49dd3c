import type { WaitingPiece } from '@lippet/core/contract/work';
import { dueWords, whenWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Picture } from '../ui/Picture';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';
import { Way } from '../ui/Way';

/** Every piece that waits, whatever it belongs to: the picture first, then whose it is and since when. */
export function WaitingPieces({ pieces, zone }: { pieces: readonly WaitingPiece[]; zone: string }) {
  const now = Date.now();
  return (
    <View style={styles.list} role="list" aria-label="Every piece that waits">
      {pieces.map(({ activityId, title, personId, name, go, due, late }) => {
        const words = [
          `sent ${whenWords(go.sentAt, now, zone)}`,
          late && 'late',
          due !== null && dueWords(due, now, zone),
        ]
          .filter(Boolean)
          .join(' · ');
        return (
          <View key={go.id} role="listitem">
            <Way
              to={`/review/${activityId}?person=${personId}`}
              label={`${name}: ${title}${go.go > 1 ? `, sent again, go ${go.go}` : ''}. ${words}`}
            >
              <Scrap raised style={styles.row}>
                <Picture path={`/goes/${go.id}/picture?s=with-teacher`} alt="" style={styles.picture} />
                <View style={styles.words}>
                  <Text variant="titleMedium">{name}</Text>
                  <Text variant="bodyMedium">{title}</Text>
                  <Text variant="bodySmall" style={{ color: colours.soft }}>
                    {words}
                  </Text>
                </View>
                {go.go > 1 && (
                  <View style={styles.again}>
                    <Text variant="labelSmall">{`again, go ${go.go}`}</Text>
                  </View>
                )}
              </Scrap>
            </Way>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 13 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 12, paddingRight: 24 },
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
