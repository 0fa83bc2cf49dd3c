import type { PieceView } from '@lippet/core/contract/pieces';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { useLarger } from '../../stores/settings';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { WallWays } from '../../wall/WallWays';
import { PartnerWays } from '../partners/PartnerWays';
import { Stamp } from '../../ui/Stamp';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  piece: PieceView;
  zone: string;
  /** How many notes of the last review are ticked off; null where there is no go to be made. */
  notes: { done: number; of: number } | null;
  onNotes: () => void;
  /** Where the sheet needs the room: one row, with the way to the task in it. */
  short?: { task: ReactNode };
}

/** Says where a sent or answered piece is, and what can be done about it. Nothing for a draft. */
export function PieceStatusBar({ piece, zone, notes, onNotes, short }: Props) {
  const client = useQueryClient();
  const larger = useLarger();
  const [problem, setProblem] = useState<string | null>(null);
  const { card, goes } = piece;
  const { status } = card;
  const answered = goes.find(({ review }) => review !== null);
  if (!answered && status.state !== 'with-teacher' && !status.closed) return null;

  const words = cardWords(card, Date.now(), zone);
  const takeBack = async (): Promise<void> => {
    setProblem(null);
    try {
      await request('POST /pieces/:id/take-back', { id: piece.id });
    } catch (error) {
      setProblem((error as Error).message);
    }
    await Promise.all([
      client.invalidateQueries({ queryKey: keys.piece(piece.id) }),
      client.invalidateQueries({ queryKey: keys.now }),
    ]);
  };

  return (
    <View style={[styles.box, short && styles.boxShort]}>
      <View style={[styles.row, short && styles.rowShort, short && larger === 1 && styles.rowWhole]}>
        {short ? (
          <View role="status" aria-label={words} style={styles.stamp}>
            <Stamp state={status.state} size={34} />
          </View>
        ) : (
          <>
            <Stamp state={status.state} size={38} />
            <Text variant="titleSmall" style={styles.words} role="status">
              {words}
            </Text>
          </>
        )}
        {short?.task}
        {status.mayTakeBack && <Button onPress={() => void takeBack()}>Take it back</Button>}
        {notes && (
          <Button
            icon={short ? undefined : 'list'}
            label={notes.of > 0 ? `Notes ${notes.done}/${notes.of} ticked off, on the last go` : 'Notes on the last go'}
            onPress={onNotes}
          >
            {notes.of > 0 ? `Notes ${notes.done}/${notes.of}` : 'Notes'}
          </Button>
        )}
        {piece.partners && <PartnerWays piece={piece} />}
        {piece.wall.way !== 'none' && goes.length > 0 && !short && <WallWays piece={piece} />}
        {answered && (
          <Button
            to={`/feedback/${answered.id}`}
            label={`See the marks of ${answered.review!.teacher} on go ${answered.number}`}
          >
            {short ? 'Marks' : 'See the marks'}
          </Button>
        )}
      </View>
      {problem && <Notice>{problem}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink, padding: 8, gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, flexWrap: 'wrap' },
  words: { flex: 1, minWidth: 150 },
  boxShort: { paddingVertical: 4, paddingHorizontal: 6 },
  rowShort: { gap: 8 },
  rowWhole: { flexWrap: 'nowrap' },
  stamp: { flexGrow: 1 },
});
