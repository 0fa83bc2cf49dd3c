import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { notBegunTogether } from '@lippet/core/review/lineOrder';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { Pressable, StyleSheet, View, type ScrollView } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { Picture } from '../../ui/Picture';
import { SideScroll } from '../../ui/SideScroll';
import { Stamp } from '../../ui/Stamp';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  line: readonly QueuedPiece[];
  current: string | null;
  zone: string;
  onChoose: (personId: string) => void;
}

const HUNG_WIDTH = 104;

/** What stands under a hung piece. */
function underWords({ status, go, completeness }: QueuedPiece, zone: string): string {
  switch (status.state) {
    case 'with-teacher': {
      const when = whenWords(go!.sentAt, Date.now(), zone);
      return [go!.number > 1 && `go ${go!.number}`, status.late ? `${when}, late` : when].filter(Boolean).join(' · ');
    }
    case 'another-go':
      return `go ${go!.number} back`;
    case 'finished':
      return 'finished';
    case 'ready':
      return 'not sent yet';
    case 'started':
      return `${completeness.done} of ${completeness.of}`;
    case 'new':
      return 'nothing yet';
  }
}

/** The picture's address: of the go if there is one, else of the draft. */
export function picturePath({ go, pieceId, pictureVersion, status, completeness }: QueuedPiece): string | null {
  if (go) return `/goes/${go.id}/picture?s=${status.state}`;
  return pieceId && completeness.made ? `/pieces/${pieceId}/picture?v=${pictureVersion}` : null;
}

interface HungProps {
  piece: QueuedPiece;
  here: boolean;
  zone: string;
  /** Where on the line it hangs, 0 to 1. */
  t: number;
  onChoose: (personId: string) => void;
}

/** One hung piece. The string hangs lower in the middle, and so do the pieces. */
const Hung = memo(function Hung({ piece, here, zone, t, onChoose }: HungProps) {
  const path = picturePath(piece);
  const words = underWords(piece, zone);
  return (
    <Pressable
      role="button"
      aria-current={here ? 'true' : undefined}
      onPress={() => onChoose(piece.personId)}
      aria-label={`${piece.name}. ${STATE_WORDS[piece.status.state]}, ${words}`}
      style={[styles.hung, { paddingTop: 36 * t * (1 - t) }]}
    >
      <View style={styles.peg} />
      {path ? (
        <Picture path={path} alt="" style={[styles.picture, here && styles.here]} />
      ) : (
        <View style={[styles.picture, styles.blank, here && styles.here]}>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            blank
          </Text>
        </View>
      )}
      <View style={styles.name}>
        <Stamp state={piece.status.state} size={20} />
        <Text variant="labelMedium" numberOfLines={1}>
          {piece.name.split(' ')[0]}
        </Text>
      </View>
      <Text variant="bodySmall" style={styles.under}>
        {words}
      </Text>
      {piece.checks.length > 0 && piece.status.state === 'with-teacher' && (
        <View style={styles.checks} testID="checks">
          <Text variant="labelSmall" aria-label={`${piece.checks.length} found when it was sent`}>
            {piece.checks.length}
          </Text>
        </View>
      )}
    </Pressable>
  );
});

/** All pieces of an activity, hung on a line; those who have not begun stand together at its end. */
export function ReviewQueue({ line, current, zone, onChoose }: Props) {
  const scroll = useRef<ScrollView>(null);
  const [opened, setOpened] = useState(false);
  const { hung, together } = notBegunTogether(line, opened ? null : current);
  const shown = opened ? line : hung;
  const index = shown.findIndex(({ personId }) => personId === current);
  useEffect(() => {
    if (index >= 0) scroll.current?.scrollTo({ x: Math.max(0, (index - 1) * HUNG_WIDTH), animated: false });
  }, [index]);
  // The same function each time, so that going on draws only the two pieces anew that it concerns.
  const latest = useRef(onChoose);
  latest.current = onChoose;
  const choose = useCallback((personId: string) => latest.current(personId), []);
  const places = shown.length + (together.length > 0 ? 1 : 0);
  const width = places * HUNG_WIDTH + 20;
  return (
    <SideScroll things="pieces" scroll={scroll} role="navigation" aria-label="The line">
      <View style={styles.row}>
        <View style={styles.string} aria-hidden>
          <Svg width={width} height={30}>
            <Path d={`M0 8Q${width / 2} 26 ${width} 8`} fill="none" stroke={colours.ink} strokeWidth={OUTLINE} />
          </Svg>
        </View>
        {shown.map((piece, i) => (
          <Hung
            key={piece.personId}
            piece={piece}
            here={piece.personId === current}
            zone={zone}
            t={(i + 0.5) / places}
            onChoose={choose}
          />
        ))}
        {together.length > 0 && <NotBegun count={together.length} opened={opened} onPress={() => setOpened(!opened)} />}
      </View>
    </SideScroll>
  );
}

/** Those who have not begun, as one: there is nothing of theirs to look at. */
function NotBegun({ count, opened, onPress }: { count: number; opened: boolean; onPress: () => void }) {
  return (
    <Pressable
      role="button"
      aria-expanded={opened}
      aria-label={`${count} not begun. ${opened ? 'Put them together' : 'Show each of them'}`}
      onPress={onPress}
      style={styles.hung}
    >
      <View style={styles.peg} />
      <View style={[styles.picture, styles.blank]}>
        <Text variant="headlineMedium">{count}</Text>
      </View>
      <View style={styles.name}>
        <Stamp state="new" size={20} />
        <Text variant="labelMedium">not begun</Text>
      </View>
      <Text variant="bodySmall" style={styles.under}>
        {opened ? 'fewer' : 'show them'}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', paddingHorizontal: 10, paddingTop: 2, paddingBottom: 8 },
  string: { position: 'absolute', left: 0, top: 0 },
  hung: { width: HUNG_WIDTH, alignItems: 'center' },
  peg: {
    width: 10,
    height: 22,
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    marginBottom: -8,
    zIndex: 1,
  },
  picture: { width: 60, height: 82 },
  blank: {
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  here: { boxShadow: `4px 4px 0 ${colours.vermilion}` },
  checks: {
    position: 'absolute',
    right: 12,
    top: 18,
    minWidth: 22,
    height: 22,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  name: { flexDirection: 'row', alignItems: 'center', gap: 5, marginTop: 5 },
  under: { maxWidth: HUNG_WIDTH - 6, fontSize: 13, lineHeight: 17, textAlign: 'center', color: colours.soft },
});
