import { FILM_TYPES, SOUND_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { lengthWords, timeWords } from '@lippet/core/recording/moments';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import { useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { askForFiles } from '../ui/askForFiles';
import { Button } from '../ui/Button';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { Opening } from '../ui/Opening';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { useLayout } from '../ui/useLayout';
import type { BoothPart } from './boothPart';
import { CaptureTool } from './CaptureTool';
import { bringRecording } from './bringRecording';
import type { Facing } from './camera';
import { LiveWave } from './LiveWave';
import { Recorder, type Recorded, type RecorderState } from './recorder';
import { forgetRecording } from './recordingStore';
import { TakeReview } from './TakeReview';
import { useStreams, type Streams } from './useStreams';

/** Seconds that are counted down before a film begins. */
const COUNTDOWN = 3;
/** Stands where there is no recorder yet. */
const NOT_BEGUN = createStore<RecorderState>(() => ({ phase: 'ready', seconds: 0, stretches: 0, trouble: null }));

interface Props {
  /** Where what is recorded belongs. */
  home: MediaHome;
  part: BoothPart;
  /** Stands beside what is recorded; null for nothing. */
  task: string | null;
  /** It has a place beside the work that is talked about, not the whole screen. */
  besideWork?: boolean;
  /** What is recorded; a film part may be answered by sound alone. */
  sort: TakeSort;
  /** A recording that was broken off, taken up again. */
  left?: Recorded;
  onKeep: (take: Take) => void;
  onClose: () => void;
}

/** Recording: look and listen, record in stretches, see and hear it, keep it. */
export default function Booth(props: Props) {
  const { home, part, task, besideWork = false, sort: first, left, onKeep, onClose } = props;
  const [sort, setSort] = useState(first);
  const [facing, setFacing] = useState<Facing>('user');
  const [tries, setTries] = useState(0);
  const [recorder, setRecorder] = useState<Recorder | null>(null);
  const [recorded, setRecorded] = useState<Recorded | null>(left ?? null);
  const [trouble, setTrouble] = useState<string | null>(
    left ? 'This recording broke off. All that was kept of it is here.' : null,
  );
  const [count, setCount] = useState(0);
  const { streams, why } = useStreams(sort, facing, recorded === null, tries);
  const state = useStore(recorder?.state ?? NOT_BEGUN);
  const window = useLayout();
  const layout = besideWork ? 'phone' : window;
  const low = layout === 'low';
  const wide = layout !== 'phone';
  useEffect(() => () => recorder?.destroy(), [recorder]);

  const begin = (): void => {
    if (!streams) return;
    const made = new Recorder(streams.stream, { home, part: part.id, sort }, part.recording.seconds);
    setRecorder(made);
    void made.ended.then((done) => {
      setTrouble(made.state.getState().trouble);
      setRecorder(null);
      setRecorded(done);
    });
    made.run();
  };
  const beginNow = useRef(begin);
  beginNow.current = begin;
  useEffect(() => {
    if (count === 0) return undefined;
    const timer = setTimeout(() => {
      setCount(count - 1);
      if (count === 1) beginNow.current();
    }, 1000);
    return () => clearTimeout(timer);
  }, [count]);

  const onFile = async (): Promise<void> => {
    const [file] = await askForFiles(sort === 'film' ? FILM_TYPES : SOUND_TYPES);
    const brought = file && (await bringRecording(file, { home, part: part.id, limit: part.recording.seconds }));
    if (!brought) return;
    setTrouble(typeof brought === 'string' ? brought : null);
    if (typeof brought !== 'string') setRecorded(brought);
  };

  if (recorded) {
    return (
      <TakeReview
        key={recorded.id}
        recorded={recorded}
        part={part}
        trouble={trouble}
        besideWork={besideWork}
        onKept={(take) => {
          void forgetRecording(recorded.id);
          onKeep(take);
        }}
        onAgain={() => {
          void forgetRecording(recorded.id);
          setTrouble(null);
          setRecorded(null);
        }}
        onClose={() => {
          void forgetRecording(recorded.id);
          onClose();
        }}
      />
    );
  }
  const under = state.phase === 'recording' || state.phase === 'paused';
  const start = (): void => (sort === 'film' ? setCount(COUNTDOWN) : begin());
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
          <View style={styles.view}>
            {streams && <Stage streams={streams} running={state.phase === 'recording'} />}
            {!streams && !why && <Opening />}
            {why && (
              <View style={styles.say}>
                <Notice again={() => setTries(tries + 1)}>{why}</Notice>
              </View>
            )}
            {count > 0 && streams && (
              <View style={styles.count} role="status">
                <Text variant="displayLarge" style={styles.countWord}>
                  {count}
                </Text>
              </View>
            )}
          </View>
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
          <Time state={state} limit={part.recording.seconds} />
          {streams && (streams.microphone.practice || streams.camera?.practice) && (
            <Text variant="labelSmall" style={styles.practice}>
              {streams.camera?.practice
                ? 'Practice camera: this device has none'
                : 'Practice microphone: this device has none'}
            </Text>
          )}
        </View>
      </View>
      <View style={[styles.foot, low && styles.footLow]}>
        <View style={styles.side}>
          {!under && (
            <CaptureTool icon="picture" word="Files" label="Take it from files" onPress={() => void onFile()} />
          )}
          {!under && part.recording.sort === 'film' && part.recording.soundOnly && (
            <CaptureTool
              icon={sort === 'film' ? 'voice' : 'film'}
              word={sort === 'film' ? 'Only sound' : 'With picture'}
              label={sort === 'film' ? 'Record only sound, without a picture' : 'Record a film, with a picture'}
              onPress={() => setSort(sort === 'film' ? 'sound' : 'film')}
            />
          )}
          {state.phase === 'paused' && state.stretches > 0 && (
            <CaptureTool
              icon="undo"
              word="Drop last"
              label="Drop the last stretch"
              onPress={() => recorder!.dropLast()}
            />
          )}
        </View>
        {!under && (
          <Big
            label={sort === 'film' ? 'Start filming' : 'Start recording'}
            icon="record"
            disabled={!streams || count > 0}
            onPress={start}
          />
        )}
        {state.phase === 'recording' && <Big label="Pause" icon="pause" onPress={() => recorder!.pause()} />}
        {state.phase === 'paused' && <Big label="Go on" icon="record" onPress={() => recorder!.run()} />}
        <View style={[styles.side, styles.right]}>
          {!under && streams?.twoCameras && (
            <CaptureTool
              icon="flip"
              word="Turn round"
              label="Use the camera on the other side"
              onPress={() => setFacing(facing === 'user' ? 'environment' : 'user')}
            />
          )}
          {under && (
            <Button
              kind="chosen"
              icon="tick"
              disabled={state.phase === 'paused' && state.stretches === 0}
              onPress={() => recorder!.stop()}
            >
              Done
            </Button>
          )}
        </View>
      </View>
    </View>
  );
}

/** What the camera sees, mirrored where it looks at the one who films; or the sound alone, moving. */
function Stage({ streams: { camera, stream }, running }: { streams: Streams; running: boolean }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const element = video.current;
    if (!element || !camera) return undefined;
    element.srcObject = camera.stream;
    void element.play().catch(() => undefined); // a view that closes meanwhile needs no picture
    return () => void (element.srcObject = null);
  }, [camera]);
  if (!camera)
    return (
      <View style={styles.wave}>
        <LiveWave stream={stream} running={running} dark />
      </View>
    );
  return (
    <>
      <video
        ref={video}
        playsInline
        muted
        aria-label="What the camera sees"
        data-mirrored={camera.facing === 'user'}
        style={{
          position: 'absolute',
          inset: 0,
          width: '100%',
          height: '100%',
          objectFit: 'contain',
          transform: camera.facing === 'user' ? 'scaleX(-1)' : undefined,
        }}
      />
      <View style={styles.level}>
        <LiveWave stream={stream} running={false} dark />
      </View>
    </>
  );
}

function leftWords({ phase, seconds }: RecorderState, limit: number): string {
  if (phase === 'ready') return `Up to ${lengthWords(limit)}`;
  const left = Math.ceil(limit - seconds);
  return left <= 10 ? `${left} seconds left` : `${timeWords(seconds)} of ${timeWords(limit)}`;
}

/** How long it is and may be; near its end, how much is left. */
function Time({ state, limit }: { state: RecorderState; limit: number }) {
  const { phase } = state;
  const words = leftWords(state, limit);
  return (
    <View style={styles.time}>
      {phase === 'recording' && <View style={styles.lamp} />}
      <Text variant="headlineMedium" testID="recorded" role="timer" style={styles.light}>
        {phase === 'paused' ? `Paused, ${words}` : words}
      </Text>
    </View>
  );
}

function Big({
  label,
  icon,
  disabled,
  onPress,
}: {
  label: string;
  icon: LineName;
  disabled?: boolean;
  onPress: () => void;
}) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.big, disabled && styles.off, pressed && styles.pressed]}
    >
      <LineIcon name={icon} size={40} colour={colours.scrap} width={2.6} />
      <Text variant="labelSmall" style={styles.light}>
        {label.split(' ')[0]}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.ink },
  // On its side a phone has its buttons under the thumb, and the height for what is seen.
  across: { flexDirection: 'row' },
  seen: { flex: 1 },
  taskLow: { width: 210 },
  saysLow: { minHeight: 40, paddingVertical: 2 },
  footLow: { flexDirection: 'column', width: 156, paddingBottom: 12 },
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
  view: { flex: 1, minHeight: 140, justifyContent: 'center' },
  wave: { height: '46%', minHeight: 110, marginHorizontal: 20 },
  level: { position: 'absolute', right: 14, bottom: 14, width: 24, height: 110 },
  say: { padding: 16, alignSelf: 'center', maxWidth: 520 },
  count: {
    ...StyleSheet.absoluteFill,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: 'rgba(28, 42, 51, 0.55)',
  },
  countWord: { color: colours.scrap, fontSize: 150, lineHeight: 170 },
  says: { alignItems: 'center', paddingVertical: 8, minHeight: 60, gap: 2 },
  practice: { color: colours.line },
  time: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  lamp: { width: 14, height: 14, backgroundColor: colours.vermilion, borderWidth: OUTLINE, borderColor: colours.scrap },
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    padding: 12,
    paddingBottom: 20,
    maxWidth: 640,
    width: '100%',
    alignSelf: 'center',
  },
  side: { flex: 1, flexDirection: 'row', gap: 2, alignItems: 'center' },
  right: { justifyContent: 'flex-end' },
  big: {
    width: 96,
    height: 88,
    backgroundColor: colours.vermilion,
    borderWidth: OUTLINE + 1,
    borderColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
    marginHorizontal: 6,
    gap: 2,
  },
  off: { opacity: 0.5 },
  pressed: { transform: [{ scale: 0.95 }] },
});
