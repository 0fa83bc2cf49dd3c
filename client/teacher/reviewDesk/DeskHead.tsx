import type { PartView } from '@lippet/core/parts/part';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import type { GroupWay } from '../../parts/partKind';
import { partUi } from '../../parts/registry';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { togglePanel } from './deskView';
import { ReviewQueue } from './ReviewQueue';
import { lineCounts } from './LineMenu';
import { useDeskHere } from './useDesk';
import { useLineFolds } from './useLineFolds';

/** Which activity it is, the ways to everything around one piece, and the line. */
export function DeskHead({ lineShown }: { lineShown: boolean }) {
  const { activity, busy, news, queue, tellHeld, view, zone, choose } = useDeskHere();
  const layout = useLayout();
  const wide = layout === 'wide';
  const low = layout === 'low';
  const { held, waiting } = lineCounts(queue.all);
  const counted = <Text variant="bodySmall">{`${waiting} to look at · ${activity.group}`}</Text>;
  return (
    <View style={[styles.top, wide && styles.topWide]}>
      <View style={[styles.head, wide ? styles.headWide : styles.headPhone, low && styles.headLow]}>
        <View style={low && styles.grow}>
          <BackHead title={activity.title} home="/to-review" />
        </View>
        {!low && counted}
        <View style={styles.row}>
          {low && counted}
          <DeskWays />
        </View>
        {held > 0 && (
          <Button
            kind="chosen"
            icon="boat"
            disabled={busy}
            label={`Tell ${held} held`}
            onPress={tellHeld}
            style={styles.tellHeld}
          >{`Tell ${held} held`}</Button>
        )}
        {news && (
          <Text variant="bodySmall" role="status">
            {news}
          </Text>
        )}
      </View>
      {lineShown && (
        <ReviewQueue
          line={queue.line}
          current={queue.piece.personId}
          zone={zone}
          onChoose={(person) => {
            choose(person);
            view.setState(({ panel }) => ({ queueShown: false, panel: panel === 'everybody' ? null : panel }));
          }}
        />
      )}
    </View>
  );
}

/** Each kind that shows what a whole group did, once. */
const groupWays = (parts: readonly PartView[]): GroupWay[] => [
  ...new Set(parts.flatMap(({ kind }) => partUi(kind).groupWay ?? [])),
];

/** What can be opened from the head; where there is little room, fewer of them. */
function DeskWays() {
  const { activity, view } = useDeskHere();
  const queueShown = useStore(view, (state) => state.queueShown);
  const layout = useLayout();
  const wide = layout === 'wide';
  const folds = useLineFolds();
  return (
    <>
      {groupWays(activity.parts).map(({ word, icon, to }) => (
        <Button key={word} icon={icon} label={`${word} of the group`} to={to(activity.activityId)}>
          {word}
        </Button>
      ))}
      {activity.partners && (
        <Button icon="people" label="What partners say" to={`/partner-board/${activity.activityId}`}>
          Partners
        </Button>
      )}
      <Button icon="table" label="All pieces side by side" onPress={() => togglePanel(view, 'everybody')}>
        All
      </Button>
      {/* While a small phone shows the line, its order takes this place: a second row would take the rest of the sheet. */}
      {!(layout === 'phone' && folds && queueShown) && (
        <Button icon="plan" label="The task" onPress={() => view.setState({ panel: 'task' })}>
          Task
        </Button>
      )}
      {!folds && (
        <Button icon="more" label="The line" onPress={() => view.setState({ panel: 'queue' })}>
          Line
        </Button>
      )}
      {folds && queueShown && (
        <Button icon="more" label="Order of the line" onPress={() => view.setState({ panel: 'queue' })}>
          Order
        </Button>
      )}
      {folds && (
        <Button
          icon="review"
          kind={queueShown ? 'chosen' : 'plain'}
          label={queueShown ? 'Take the line away' : 'Show the line'}
          onPress={() => view.setState({ queueShown: !queueShown })}
        >
          Line
        </Button>
      )}
      {wide && (
        <Button onPress={() => view.setState({ panel: 'keys' })} label="Keys">
          ?
        </Button>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  top: { backgroundColor: colours.mist, borderBottomWidth: OUTLINE, borderColor: colours.ink },
  topWide: { flexDirection: 'row' },
  head: { paddingHorizontal: 14, paddingTop: 8, paddingBottom: 10 },
  headWide: { width: 434, gap: 6 },
  headPhone: { gap: 4 },
  headLow: { flexDirection: 'row', alignItems: 'center', gap: 14, paddingTop: 4, paddingBottom: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  tellHeld: { alignSelf: 'flex-start', marginBottom: 8 },
});
