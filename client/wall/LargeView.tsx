import type { HangingView, WallView } from '@lippet/core/contract/wall';
import { useEffect, useEffectEvent, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Portal, Text } from 'react-native-paper';
import { request } from '../api/request';
import { takeOf } from '../recording/takeOf';
import { TakePlayer } from '../recording/TakePlayer';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { PageBar } from '../ui/PageBar';
import { Picture } from '../ui/Picture';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { useWide } from '../ui/useWide';
import { AsExample } from './AsExample';
import { stateLine } from './HungPiece';
import { useSwipe } from './useSwipe';
import { WallTalk } from './WallTalk';

interface Props {
  wall: WallView;
  piece: HangingView;
  trouble: string | null;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
  onGo: (id: string) => void;
  onClose: () => void;
}

/** Whether another class made it. */
const isExample = (wall: WallView, piece: HangingView): boolean => wall.examples.some(({ id }) => id === piece.id);

/** How long a piece stands while all are shown one after the other, in milliseconds. */
const STANDS = 8_000;

/** One piece, large; on to the next by key, swipe or by itself. */
export function LargeView(props: Props) {
  const { wall, piece, onGo, onClose } = props;
  const wide = useWide();
  const [going, setGoing] = useState(false);
  // One goes through what is alike: what hangs, or what waits.
  const row = isExample(wall, piece)
    ? wall.examples
    : wall.pieces.filter(({ state }) => (state === 'hangs') === (piece.state === 'hangs'));
  const index = row.findIndex(({ id }) => id === piece.id);
  const step = (by: number): void => {
    const next = row[(index + by + row.length) % row.length];
    if (next) onGo(next.id);
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLInputElement) return;
    if (event.key === 'ArrowRight') step(1);
    else if (event.key === 'ArrowLeft') step(-1);
    else if (event.key === 'Escape') onClose();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  const goOn = useEffectEvent(() => step(1));
  useEffect(() => {
    if (!going) return undefined;
    const timer = setInterval(() => goOn(), STANDS);
    return () => clearInterval(timer);
  }, [going]);
  const swipe = useSwipe(step);
  return (
    // Above all else of the screen, wherever that has been scrolled to.
    <Portal>
      <View style={styles.over} role="dialog" aria-modal aria-label={piece.title || 'Without a title'}>
        <View style={styles.head}>
          <Press aria-label="Back to the wall" flat onPress={onClose} style={styles.step}>
            <LineIcon name="close" size={22} />
          </Press>
          <Text variant="titleMedium" role="heading" aria-level={1} style={styles.grow}>
            {piece.title || '…'}
          </Text>
          {row.length > 1 && (
            <>
              <Button
                kind={going ? 'chosen' : 'plain'}
                icon={going ? 'pause' : 'play'}
                onPress={() => setGoing(!going)}
              >
                {going ? 'Stop' : 'One by one'}
              </Button>
              <Press aria-label="The one before" onPress={() => step(-1)} style={styles.step}>
                <LineIcon name="back" size={22} />
              </Press>
              <Text variant="labelMedium" role="status">{`${index + 1} of ${row.length}`}</Text>
              <Press aria-label="The next one" onPress={() => step(1)} style={styles.step}>
                <LineIcon name="forward" size={22} />
              </Press>
            </>
          )}
        </View>
        <View style={[styles.body, wide && styles.across]}>
          <View style={styles.stage} {...swipe}>
            <Shown key={piece.id} piece={piece} />
          </View>
          <ScrollView style={wide ? styles.side : styles.below} contentContainerStyle={styles.words}>
            <About key={piece.id} {...props} />
          </ScrollView>
        </View>
      </View>
    </Portal>
  );
}

/** The work itself: a page, several to step through, a film or a sound. */
function Shown({ piece: { id, title, alt, pages, recording } }: { piece: HangingView }) {
  const [page, setPage] = useState(1);
  if (recording)
    return (
      <TakePlayer take={takeOf(recording)} label={alt || title || 'A recording'} fill={recording.sort === 'film'} />
    );
  return (
    <>
      <Picture
        path={`/hangings/${id}/picture?large=true&page=${page}`}
        alt={alt || title || 'Work without words'}
        style={styles.picture}
      />
      {pages > 1 && <PageBar at={page - 1} count={pages} onStep={(by) => setPage(page + by)} />}
    </>
  );
}

/** Whose it is, what it shows, what is said to it, and what may be done with it. */
function About({ wall, piece, trouble, act, onClose }: Props) {
  const { id, name, mine, alt, state, why } = piece;
  const fromBefore = isExample(wall, piece);
  const [reason, setReason] = useState('');
  const decide = (hangs: boolean): Promise<boolean> =>
    act(() => request('PUT /hangings/:id/decision', { id }, { hangs, why: hangs ? '' : reason }));
  const takeDown = async (): Promise<void> => {
    if (await act(() => request('DELETE /hangings/:id', { id }))) onClose();
  };
  return (
    <>
      <Text variant="titleSmall">{mine ? 'Yours' : name || 'Without a name'}</Text>
      {alt !== '' && <Text variant="bodyMedium">{alt}</Text>}
      {state !== 'hangs' && (
        <Text variant="bodyMedium" role="status">
          {stateLine(state, wall.teaches)}
        </Text>
      )}
      {why !== '' && <Text variant="bodyLarge">{`“${why}”`}</Text>}
      {trouble && <Notice>{trouble}</Notice>}
      {wall.teaches && !fromBefore && (
        <>
          {state !== 'hangs' && (
            <Button kind="main" icon="review" onPress={() => void decide(true)} style={styles.start}>
              Let it hang
            </Button>
          )}
          {state !== 'held' && (
            <>
              <Field
                label={`Why it does not hang, for ${name}`}
                value={reason}
                onChangeText={setReason}
                maxLength={500}
              />
              <Button
                icon="lock"
                disabled={reason.trim() === ''}
                onPress={() => void decide(false)}
                style={styles.start}
              >
                Keep it off the wall
              </Button>
            </>
          )}
        </>
      )}
      {!fromBefore && <AsExample wall={wall} piece={piece} act={act} />}
      {mine && (
        <Button icon="bin" onPress={() => void takeDown()} style={styles.start}>
          Take it down
        </Button>
      )}
      {state === 'hangs' && !wall.fromHome && !fromBefore && <WallTalk wall={wall} piece={piece} act={act} />}
    </>
  );
}

const styles = StyleSheet.create({
  over: { position: 'absolute', inset: 0, backgroundColor: colours.paper },
  head: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 10,
    padding: 10,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  grow: { flex: 1, minWidth: 120 },
  step: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  body: { flex: 1 },
  across: { flexDirection: 'row' },
  stage: { flex: 1, padding: 14, gap: 10, backgroundColor: colours.desk },
  picture: { flex: 1, width: '100%', borderWidth: 0, backgroundColor: 'transparent' },
  side: { flexGrow: 0, width: 340, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  below: { flexGrow: 0, maxHeight: '46%', borderTopWidth: OUTLINE, borderColor: colours.ink },
  words: { padding: 16, gap: 12 },
  start: { alignSelf: 'flex-start' },
});
