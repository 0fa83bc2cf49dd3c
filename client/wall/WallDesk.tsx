import type { Me } from '@lippet/core/contract/signIn';
import { WALL_STAMPS, WALL_STAMP_WORDS, type HangingView, type WallStamp } from '@lippet/core/contract/wall';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { Screen } from '../ui/Screen';
import { colours } from '../ui/theme';
import { HungPiece } from './HungPiece';
import { OpenToFamilies } from './OpenToFamilies';
import { PrintWall } from './PrintWall';
import { LargeView } from './LargeView';
import { useWall } from './useWall';
import { seenByWords, waitWords } from './wallWords';

interface Props {
  activityId: string;
  /** Null for the first group of one's own that has the activity. */
  groupId: string | null;
  me: Me;
}

/** Where one goes back to. */
const HOMES = { learner: '/our-class', teacher: '/class', admin: '/class', family: '/home' } as const;

/** What hangs on the wall of an activity, and what waits; each opens large. */
export default function WallDesk({ activityId, groupId, me }: Props) {
  const { data: wall, error, refetch, trouble, act } = useWall(activityId, me, groupId);
  const [open, setOpen] = useState<string | null>(null);
  const home = HOMES[me.role];
  if (error && !wall)
    return (
      <Screen>
        <BackHead title="The wall" home={home} />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!wall) return <Opening />;
  const hangs = wall.pieces.filter(({ state }) => state === 'hangs');
  const others = wall.pieces.filter(({ state }) => state !== 'hangs');
  const waiting = others.filter(({ state }) => state === 'waits');
  const shown = [...wall.pieces, ...wall.examples].find(({ id }) => id === open);
  const letAll = (): Promise<boolean> =>
    act(() => request('POST /activities/:id/groups/:group/wall/all', { id: activityId, group: wall.group.id }));
  const thankAll = (stamp: WallStamp): Promise<boolean> =>
    act(() =>
      request('POST /activities/:id/groups/:group/wall/thanks', { id: activityId, group: wall.group.id }, { stamp }),
    );
  return (
    <Screen full>
      <BackHead title={wall.title} home={home} />
      <View style={styles.who} role="note">
        <LineIcon name="eye" size={20} />
        <Text variant="labelMedium" style={styles.grow}>
          {seenByWords(wall, me.school.zone)}
        </Text>
      </View>
      {trouble && !shown && <Notice>{trouble}</Notice>}
      {wall.teaches && <OpenToFamilies wall={wall} act={act} />}
      {wall.teaches && waiting.length > 0 && (
        <View style={styles.row}>
          <Text variant="titleMedium" role="status">
            {waitWords(waiting.length)}
          </Text>
          <Button icon="review" onPress={() => void letAll()}>
            {waiting.length === 1 ? 'Let it hang' : 'Let all hang'}
          </Button>
        </View>
      )}
      {others.length > 0 && (
        <Pieces label="Not for all to see yet" pieces={others} teaches={wall.teaches} onOpen={setOpen} />
      )}
      {hangs.length === 0 && <Notice calm>Nothing hangs here yet.</Notice>}
      {hangs.length > 0 && (
        <>
          <View style={styles.row}>
            <Button icon="play" onPress={() => setOpen(hangs[0]!.id)}>
              Look at all, large
            </Button>
            {wall.teaches && <PrintWall wall={wall} pieces={hangs} />}
          </View>
          {wall.teaches && <ThankAll onStamp={thankAll} />}
          <Pieces label="On the wall" pieces={hangs} teaches={wall.teaches} onOpen={setOpen} />
        </>
      )}
      {wall.examples.length > 0 && (
        <>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            From classes before you
          </Text>
          <Text variant="bodyMedium">Whoever made these lets you see them.</Text>
          <Pieces label="From classes before you" pieces={wall.examples} teaches={false} onOpen={setOpen} />
        </>
      )}
      {shown && (
        <LargeView wall={wall} piece={shown} trouble={trouble} act={act} onGo={setOpen} onClose={() => setOpen(null)} />
      )}
    </Screen>
  );
}

/** One stamp under everything that hangs. */
function ThankAll({ onStamp }: { onStamp: (stamp: WallStamp) => Promise<boolean> }) {
  return (
    <View role="group" aria-label="Thank all with one stamp" style={styles.row}>
      <Text variant="labelMedium">Thank all with one stamp:</Text>
      {WALL_STAMPS.map((stamp) => (
        <Button
          key={stamp}
          icon={stamp}
          label={`Thank all: ${WALL_STAMP_WORDS[stamp]}`}
          onPress={() => void onStamp(stamp)}
        >
          {WALL_STAMP_WORDS[stamp]}
        </Button>
      ))}
    </View>
  );
}

function Pieces({
  label,
  pieces,
  teaches,
  onOpen,
}: {
  label: string;
  pieces: readonly HangingView[];
  teaches: boolean;
  onOpen: (id: string) => void;
}) {
  return (
    <View role="list" aria-label={label} style={styles.grid}>
      {pieces.map((piece) => (
        <HungPiece key={piece.id} piece={piece} teaches={teaches} onOpen={onOpen} />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  who: { flexDirection: 'row', alignItems: 'center', gap: 10, padding: 10, backgroundColor: colours.mist },
  grow: { flex: 1 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 16 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 16 },
});
