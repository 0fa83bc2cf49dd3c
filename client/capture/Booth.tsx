import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { colours, TARGET } from '../ui/theme';
import { useLayout } from '../ui/useLayout';
import { BoothClock } from './BoothClock';
import { BoothFoot } from './BoothFoot';
import { BoothStage } from './BoothStage';
import { TakeReview } from './TakeReview';
import { useBooth, type BoothTask } from './useBooth';
import type { Streams } from './useStreams';

interface Props extends BoothTask {
  /** Stands beside what is recorded; null for nothing. */
  task: string | null;
  /** It has a place beside the work that is talked about, not the whole screen. */
  besideWork?: boolean;
}

/** Recording: look and listen, record in stretches, see and hear it, keep it. */
export default function Booth({ task, besideWork = false, ...toRecord }: Props) {
  const { part, onClose } = toRecord;
  const booth = useBooth(toRecord);
  const window = useLayout();
  const layout = besideWork ? 'phone' : window;
  const low = layout === 'low';
  const wide = layout !== 'phone';
  const { recorded, trouble, state, streams, why, sort } = booth;
  if (recorded)
    return (
      <TakeReview
        key={recorded.id}
        recorded={recorded}
        part={part}
        trouble={trouble}
        besideWork={besideWork}
        onKept={booth.keep}
        onAgain={booth.recordAgain}
        onClose={booth.close}
      />
    );
  const under = state.phase === 'recording' || state.phase === 'paused';
  return (
    <View
      style={[styles.screen, low && styles.across]}
      role={besideWork ? 'region' : 'main'}
      aria-label={`${sort === 'film' ? 'Film' : 'Sound'}: ${part.title}`}
    >
      <View style={styles.seen}>
        <View style={styles.head}>
          <Text variant="titleMedium" role="heading" aria-level={besideWork ? 2 : 1} style={styles.light}>
            {part.title}
          </Text>
          {!under && (
            <Pressable role="button" aria-label="Close" onPress={onClose} style={styles.close}>
              <LineIcon name="close" colour={colours.scrap} />
            </Pressable>
          )}
        </View>
        <View style={[styles.stage, wide && styles.stageWide]}>
          {task !== null && (
            <ScrollView
              style={[styles.task, wide ? styles.taskWide : styles.taskNarrow, low && styles.taskLow]}
              contentContainerStyle={styles.taskInner}
              tabIndex={0}
              role="group"
              aria-label="The task"
            >
              <Text variant="bodyLarge">{task}</Text>
            </ScrollView>
          )}
          <BoothStage booth={booth} />
        </View>
        {trouble && !why && (
          <View style={styles.say}>
            <Notice>{trouble}</Notice>
          </View>
        )}
        {state.trouble && under && (
          <View style={styles.say}>
            <Notice calm>{state.trouble}</Notice>
          </View>
        )}
        <View style={[styles.says, low && styles.saysLow]}>
          <BoothClock state={state} limit={part.recording.seconds} />
          {streams && <Practice streams={streams} />}
        </View>
      </View>
      <BoothFoot booth={booth} part={part} low={low} />
    </View>
  );
}

/** That what is recorded comes from a stand-in, where a device has no camera or no microphone. */
function Practice({ streams: { camera, microphone } }: { streams: Streams }) {
  if (!camera?.practice && !microphone.practice) return null;
  return (
    <Text variant="labelSmall" style={styles.practice}>
      {camera?.practice ? 'Practice camera: this device has none' : 'Practice microphone: this device has none'}
    </Text>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.ink },
  // On its side a phone has its buttons under the thumb, and the height for what is seen.
  across: { flexDirection: 'row' },
  seen: { flex: 1 },
  taskLow: { width: 210 },
  saysLow: { minHeight: 40, paddingVertical: 2 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingLeft: 16,
    minHeight: TARGET.learner + 8,
  },
  light: { color: colours.scrap },
  close: { width: TARGET.learner + 8, height: TARGET.learner + 8, alignItems: 'center', justifyContent: 'center' },
  stage: { flex: 1 },
  stageWide: { flexDirection: 'row' },
  task: { backgroundColor: colours.mist, borderColor: colours.scrap, flexGrow: 0 },
  // Four lines and a half: that there is more is seen.
  taskNarrow: { maxHeight: 122 },
  taskWide: { width: 320, flexShrink: 0 },
  taskInner: { paddingHorizontal: 16, paddingVertical: 10 },
  say: { padding: 16, alignSelf: 'center', maxWidth: 520 },
  says: { alignItems: 'center', paddingVertical: 8, minHeight: 60, gap: 2 },
  practice: { color: colours.line },
});
