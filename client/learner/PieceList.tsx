import type { PieceCard } from '@lippet/core/contract/work';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PieceRow } from './PieceRow';

/** A headed list of pieces; nothing at all where there are none. */
export function PieceList({ title, cards, zone, now }: { title: string; cards: readonly PieceCard[]; zone: string; now: number }) {
  if (cards.length === 0) return null;
  return (
    <View style={styles.list} role="region" aria-label={title}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>{title}</Text>
      {cards.map((card) => <PieceRow key={card.activityId} card={card} zone={zone} now={now} />)}
    </View>
  );
}

const styles = StyleSheet.create({ list: { gap: 13, marginTop: 12 } });
