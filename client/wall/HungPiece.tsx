import type { HangingState, HangingView } from '@lippet/core/contract/wall';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { Picture } from '../ui/Picture';
import { Press } from '../ui/Press';
import { colours, OUTLINE } from '../ui/theme';

const STATE_LINES: Record<HangingState, string> = {
  hangs: '',
  waits: 'Waits for your teacher. It is safe.',
  held: 'Kept off the wall',
};

/** How it stands, to its learner or to a teacher. */
export const stateLine = (state: HangingState, teaches: boolean): string =>
  teaches && state === 'waits' ? 'Waits for you' : STATE_LINES[state];

/** What is said of it in a line: whose it is, and how much has been said to it. */
function lineOf({ name, mine, state, answers }: HangingView, teaches: boolean): string {
  const count = answers.length > 0 ? `${answers.length} said something` : '';
  return [mine ? 'Yours' : name || 'Without a name', stateLine(state, teaches), count].filter(Boolean).join(' · ');
}

/** What it is, where it is more than one page to look at. */
function sortIcon(recording: HangingView['recording']): LineName {
  if (!recording) return 'pages';
  return recording.sort === 'film' ? 'film' : 'voice';
}

/** One piece as it hangs, by a peg. Drawn once, however often the others are. */
export const HungPiece = memo(function HungPiece({
  piece,
  teaches,
  onOpen,
}: {
  piece: HangingView;
  teaches: boolean;
  onOpen: (id: string) => void;
}) {
  const { id, title, recording, pages, state } = piece;
  const line = lineOf(piece, teaches);
  return (
    <View role="listitem" style={styles.cell}>
      <View style={styles.peg} aria-hidden />
      <Press
        aria-label={[title || 'Without a title', line].join('. ')}
        onPress={() => onOpen(id)}
        fill={state === 'hangs' ? colours.scrap : colours.blush}
        style={styles.piece}
      >
        <Picture path={`/hangings/${id}/picture`} alt="" style={styles.picture} />
        <View style={styles.words}>
          <Text variant="titleSmall" numberOfLines={2}>
            {title || '…'}
          </Text>
          <Text variant="bodySmall">{line}</Text>
        </View>
        {(recording || pages > 1) && (
          <View style={styles.sort}>
            <LineIcon name={sortIcon(recording)} size={18} />
          </View>
        )}
      </Press>
    </View>
  );
});

const styles = StyleSheet.create({
  // What is far off is not laid out until it comes near: a wall may hold hundreds.
  cell: { width: 160, paddingTop: 12, contentVisibility: 'auto', containIntrinsicSize: '160px 270px' } as object,
  peg: {
    position: 'absolute',
    top: 0,
    left: 74,
    width: 12,
    height: 24,
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    zIndex: 1,
  },
  piece: { padding: 10, gap: 8, alignItems: 'stretch' },
  picture: { width: '100%', height: 172 },
  words: { gap: 2 },
  sort: {
    position: 'absolute',
    right: 14,
    top: 14,
    padding: 4,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
