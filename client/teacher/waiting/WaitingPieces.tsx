import type { WaitingPiece } from '@lippet/core/contract/reviewing';
import { StyleSheet, View } from 'react-native';
import { Scrap } from '../../ui/Scrap';
import { Way } from '../../ui/Way';
import { WaitingRow } from './WaitingRow';
import { waitingName, waitingWords } from './waitingWords';

/** Every piece that waits, whatever it belongs to. Pressing one opens it on the desk. */
export function WaitingPieces({ pieces, zone }: { pieces: readonly WaitingPiece[]; zone: string }) {
  const now = Date.now();
  return (
    <View style={styles.list} role="list" aria-label="Every piece that waits">
      {pieces.map((piece) => {
        const words = waitingWords(piece, now, zone);
        return (
          <View key={piece.go.id} role="listitem">
            <Way to={`/review/${piece.activityId}?person=${piece.personId}`} label={`${waitingName(piece)}. ${words}`}>
              <Scrap raised style={styles.row}>
                <WaitingRow piece={piece} words={words} />
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
});
