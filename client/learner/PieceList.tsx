import type { PieceCard } from '@lippet/core/contract/pieces';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PieceRow } from './PieceRow';

interface Props {
  title: string;
  cards: readonly PieceCard[];
  zone: string;
  now: number;
  /** What stands beside a piece. */
  beside?: (card: PieceCard) => ReactNode;
}

/** A headed list of pieces; nothing at all where there are none. */
export function PieceList({ title, cards, zone, now, beside }: Props) {
  if (cards.length === 0) return null;
  return (
    <View style={styles.list} role="region" aria-label={title}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        {title}
      </Text>
      {cards.map((card) => {
        const more = beside?.(card);
        return more ? (
          <View key={card.activityId} style={styles.row}>
            <View style={styles.grow}>
              <PieceRow card={card} zone={zone} now={now} />
            </View>
            {more}
          </View>
        ) : (
          <PieceRow key={card.activityId} card={card} zone={zone} now={now} />
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 13, marginTop: 12 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, justifyContent: 'flex-end' },
  grow: { flexGrow: 1, flexBasis: 250 },
});
