import type { PieceCard } from '@lippet/core/contract/pieces';
import { dayWords, monthYearWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Scrap } from '../ui/Scrap';
import { Stamp } from '../ui/Stamp';
import { colours, CUT } from '../ui/theme';
import { Way } from '../ui/Way';
import { Picture } from '../ui/Picture';

/** Finished pieces as pictures on a shelf, by the month in which they were finished. */
export function ShelfGrid({ cards, zone, now }: { cards: readonly PieceCard[]; zone: string; now: number }) {
  const months = new Map<string, PieceCard[]>();
  for (const card of cards) {
    const month = monthYearWords(card.facts.latest?.released?.at ?? now, now, zone);
    months.set(month, [...(months.get(month) ?? []), card]);
  }
  return [...months].map(([month, kept]) => (
    <View key={month} style={styles.month} role="region" aria-label={`Finished in ${month}`}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>{`Finished in ${month}`}</Text>
      <View style={styles.grid} role="list">
        {kept.map((card) => {
          const released = card.facts.latest?.released;
          const when = released ? dayWords(released.at, now, zone) : '';
          return (
            <View key={card.activityId} role="listitem" style={styles.cell}>
              <Way to={`/activity/${card.activityId}`} label={`${card.title}. Finished ${when}. ${card.subject}`}>
                <Scrap raised style={styles.scrap}>
                  <Picture
                    path={`/pieces/${card.pieceId}/picture?v=${card.pictureVersion}`}
                    alt=""
                    style={styles.picture}
                  />
                  <View style={styles.words}>
                    <Stamp state="finished" size={30} />
                    <View style={styles.grow}>
                      <Text variant="titleSmall" numberOfLines={2}>
                        {card.title}
                      </Text>
                      <Text variant="bodySmall" style={{ color: colours.soft }}>
                        {[card.subject, when].filter(Boolean).join(' · ')}
                      </Text>
                    </View>
                  </View>
                </Scrap>
              </Way>
            </View>
          );
        })}
      </View>
    </View>
  ));
}

const styles = StyleSheet.create({
  month: { gap: 13, marginTop: 12 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 18 },
  cell: { flexGrow: 1, flexBasis: 150, maxWidth: 220 },
  // The picture keeps clear of the corner that is cut.
  scrap: { padding: 12, paddingTop: CUT + 4 },
  picture: { height: 160 },
  words: { flexDirection: 'row', gap: 8, alignItems: 'center', paddingTop: 8, minHeight: 62 },
  grow: { flex: 1 },
});
