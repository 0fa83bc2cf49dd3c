import type { PieceCard } from '@lippet/core/contract/pieces';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Scrap } from '../ui/Scrap';
import { colours, OUTLINE } from '../ui/theme';
import { Picture } from '../ui/Picture';

/** The piece under way, with the draft as it is. */
export function CarryOn({ card, zone, now }: { card: PieceCard; zone: string; now: number }) {
  const { done, of } = card.completeness;
  return (
    <Scrap style={styles.scrap}>
      <Picture
        path={`/pieces/${card.pieceId}/picture?v=${card.pictureVersion}`}
        alt={`Your ${card.title} so far`}
        style={styles.picture}
      />
      <View style={styles.words}>
        <Text variant="bodySmall" style={{ color: colours.soft }}>
          Carry on
        </Text>
        <Text variant="headlineMedium" role="heading" aria-level={2}>
          {card.title}
        </Text>
        <Text variant="bodySmall">{cardWords(card, now, zone)}</Text>
        {of > 1 && (
          <View style={styles.meter} aria-hidden>
            {Array.from({ length: of }, (_, i) => (
              <View key={i} style={[styles.step, i < done && styles.full]} />
            ))}
          </View>
        )}
        <Button
          kind="main"
          icon="pen"
          to={`/activity/${card.activityId}`}
          label={`Open ${card.title}`}
          style={styles.open}
        >
          Open
        </Button>
      </View>
    </Scrap>
  );
}

const styles = StyleSheet.create({
  scrap: { flexDirection: 'row', minHeight: 190, padding: OUTLINE },
  picture: { width: '36%', maxWidth: 170, borderWidth: 0, borderRightWidth: OUTLINE },
  words: { flex: 1, padding: 16, gap: 8 },
  meter: { flexDirection: 'row', gap: 4 },
  step: { flex: 1, height: 12, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  full: { backgroundColor: colours.ochre },
  open: { alignSelf: 'flex-start', marginTop: 'auto' },
});
