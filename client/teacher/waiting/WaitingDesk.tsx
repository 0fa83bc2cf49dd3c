import type { WaitingPiece } from '@lippet/core/contract/reviewing';
import { useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { PanelFaults } from '../../ui/Faults';
import { Press } from '../../ui/Press';
import { colours } from '../../ui/theme';
import { RecallBar } from '../reviewDesk/RecallBar';
import type { Recalling } from '../reviewDesk/telling';
import { ChosenPiece } from './ChosenPiece';
import { WaitingRow } from './WaitingRow';
import { waitingName, waitingWords } from './waitingWords';

/** What stands above the list and the piece, in pixels. */
const ABOVE = 190;
const LEAST_HEIGHT = 460;

/** On a wide screen: every piece that waits, and beside the list the one in hand, where it is decided. */
export function WaitingDesk({ pieces, zone }: { pieces: readonly WaitingPiece[]; zone: string }) {
  const [now] = useState(() => Date.now());
  const [chosen, setChosen] = useState<string | null>(null);
  const [recalling, setRecalling] = useState<(Recalling & { activityId: string }) | null>(null);
  const height = Math.max(LEAST_HEIGHT, useWindowDimensions().height - ABOVE);
  const place = Math.max(
    0,
    pieces.findIndex(({ go }) => go.id === chosen),
  );
  const piece = pieces[place];
  const next = pieces[place + 1] ?? pieces[place - 1];
  return (
    <View style={styles.beside}>
      <View style={styles.list} role="list" aria-label="Every piece that waits">
        {pieces.map((waiting) => {
          const here = waiting === piece;
          const words = waitingWords(waiting, now, zone);
          return (
            <View key={waiting.go.id} role="listitem">
              <Press
                aria-current={here ? 'true' : undefined}
                aria-label={`${waitingName(waiting)}. ${words}`}
                flat={here}
                fill={here ? colours.ochre : colours.scrap}
                onPress={() => setChosen(waiting.go.id)}
                style={styles.row}
              >
                <WaitingRow piece={waiting} words={words} chosen={here} />
              </Press>
            </View>
          );
        })}
      </View>
      <View style={[styles.piece, { height }]}>
        {recalling && (
          <RecallBar
            key={recalling.reviews.map(({ id }) => id).join()}
            recalling={recalling}
            activityId={recalling.activityId}
            onBack={() => undefined}
            onOver={() => setRecalling(null)}
          />
        )}
        {piece && (
          <PanelFaults key={piece.go.id}>
            <ChosenPiece
              piece={piece}
              more={next !== undefined}
              onTold={(told) => {
                setRecalling({ ...told, activityId: piece.activityId });
                setChosen(next?.go.id ?? null);
              }}
            />
          </PanelFaults>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  beside: { flexDirection: 'row', alignItems: 'flex-start', gap: 24 },
  list: { width: 340, gap: 12 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 10 },
  piece: { flex: 1, minWidth: 0 },
});
