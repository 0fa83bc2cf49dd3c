import { keptPeaks, spansLength, trimSpans } from '@lippet/core/recording/spans';
import { MAX_TITLE, type Take } from '@lippet/core/recording/take';
import { useEffect, useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { mediaOutbox } from '../api/mediaOutbox';
import { FAULT_WORDS } from '@lippet/core/sound/faultWords';
import { decodeSound, listener } from '../recording/listener';
import { WorkerLostError } from '../workers/workerRemote';
import { PlayBar } from '../recording/PlayBar';
import { TrimBar } from '../recording/TrimBar';
import { usePlayer } from '../recording/usePlayer';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import type { BoothPart } from './boothPart';
import { CoverPick } from './CoverPick';
import { frameOf } from './coverFrames';
import type { Recorded } from './recorder';
import { useHeard, useWave } from './useHeard';

const NO_ROOM = 'This device has no room left for that recording.';

/** What is being made of the recording. */
type Work = { kind: 'idle' } | { kind: 'busy' } | { kind: 'failed'; why: string };

const IDLE: Work = { kind: 'idle' };

interface Props {
  recorded: Recorded;
  part: BoothPart;
  /** How it came to end, where that has to be said. */
  trouble: string | null;
  /** It has a place beside the work, not the whole screen. */
  besideWork: boolean;
  onKept: (take: Take) => void;
  onAgain: () => void;
  onClose: () => void;
}

/** A recording just made: it plays, both ends can be cut, it gets its name, and is kept or made again. */
export function TakeReview(props: Props) {
  const { recorded, part, trouble, besideWork, onKept, onAgain, onClose } = props;
  const { seconds, sort } = recorded;
  const length = spansLength(recorded.spans);
  const [trim, setTrim] = useState({ from: 0, to: length });
  const spans = useMemo(() => trimSpans(recorded.spans, trim.from, trim.to), [recorded, trim]);
  const [louder, setLouder] = useState<Blob | null>(null);
  const [title, setTitle] = useState('');
  const [cover, setCover] = useState<number | null>(null);
  const [work, setWork] = useState<Work>(IDLE);
  const isBusy = work.kind === 'busy';
  const blob = louder ?? recorded.blob;
  const url = useMemo(() => URL.createObjectURL(blob), [blob]);
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  // A film plays by itself: who made it wants to see it. A sound waits, the room may be full of others.
  const player = usePlayer(url, spans, sort === 'film');
  const whole = useWave(blob, seconds);
  const heard = useHeard(blob, spans);

  const makeLouder = async (): Promise<void> => {
    setWork({ kind: 'busy' });
    try {
      const sound = await decodeSound(recorded.blob);
      if (sound) setLouder(new Blob([await listener().lift(sound)], { type: 'audio/wav' }));
      setWork(IDLE);
    } catch (error) {
      setWork(error instanceof WorkerLostError ? { kind: 'failed', why: error.message } : IDLE);
      if (!(error instanceof WorkerLostError)) throw error;
    }
  };
  const keep = async (): Promise<void> => {
    setWork({ kind: 'busy' });
    try {
      const { home } = recorded;
      const media = crypto.randomUUID();
      const original = louder ? crypto.randomUUID() : null;
      const front = sort === 'film' && cover !== null ? crypto.randomUUID() : null;
      if (front) await mediaOutbox.add(front, home, await frameOf(recorded.blob, cover!));
      if (original) await mediaOutbox.add(original, home, recorded.blob);
      await mediaOutbox.add(media, home, blob);
      const now = Date.now();
      // A take has the id of its recording: what was kept is known again, should the browser stop before the recording
      // is forgotten.
      onKept({
        id: recorded.id,
        sort,
        media,
        original,
        seconds,
        spans,
        title: title.trim(),
        cover: front,
        faults: heard?.faults ?? [],
        chosen: now,
        at: now,
      });
    } catch (error) {
      console.warn('A recording could not be kept.', error);
      setWork({ kind: 'failed', why: NO_ROOM });
    }
  };
  const shown = whole && keptPeaks(whole, seconds, recorded.spans);
  const quiet = sort === 'sound' && (louder !== null || heard?.faults.includes('quiet'));
  return (
    <View style={styles.screen} role={besideWork ? 'region' : 'main'} aria-label={besideWork ? part.title : undefined}>
      <View style={styles.head}>
        <Text variant="headlineSmall" role="heading" aria-level={besideWork ? 2 : 1}>
          {sort === 'film' ? 'Look at it' : 'Listen to it'}
        </Text>
        <Press aria-label="Leave this recording out" onPress={onClose} flat style={styles.close}>
          <LineIcon name="close" size={20} />
        </Press>
      </View>
      <ScrollView contentContainerStyle={styles.content}>
        {trouble && <Notice>{trouble}</Notice>}
        {sort === 'film' ? (
          <View style={styles.film}>
            <video
              ref={player.media}
              playsInline
              aria-label="Your film"
              onClick={player.toggle}
              style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', objectFit: 'contain' }}
            />
          </View>
        ) : (
          <audio ref={player.media} aria-label="Your recording" />
        )}
        <PlayBar player={player} label="your recording" peaks={whole && keptPeaks(whole, seconds, spans)} />
        {player.trouble && <Notice>{player.trouble}</Notice>}
        {heard && heard.faults.length > 0 && (
          <View style={styles.warning} role="alert">
            {heard.faults.map((fault) => (
              <Text key={fault} variant="bodyMedium">
                {FAULT_WORDS[fault].long}
              </Text>
            ))}
          </View>
        )}
        {quiet && (
          <Button
            kind={louder ? 'chosen' : 'plain'}
            icon="louder"
            disabled={isBusy}
            onPress={() => (louder ? setLouder(null) : void makeLouder())}
            style={styles.start}
          >
            {louder ? 'Louder now. As it was?' : 'Make it louder'}
          </Button>
        )}
        <Text variant="titleSmall">Cut both ends</Text>
        <TrimBar
          length={length}
          peaks={shown}
          from={trim.from}
          to={trim.to}
          at={player.at}
          onTrim={(from, to) => setTrim({ from, to })}
        />
        {sort === 'film' && (
          <CoverPick film={recorded.blob} spans={recorded.spans} chosen={cover} moment={player} onChoose={setCover} />
        )}
        <Field
          label={part.recording.titleStart ? `${part.recording.titleStart} …` : 'What is it called?'}
          value={title}
          onChangeText={setTitle}
          maxLength={MAX_TITLE}
        />
        {work.kind === 'failed' && <Notice>{work.why}</Notice>}
      </ScrollView>
      <View style={styles.foot}>
        <Button icon="record" onPress={onAgain} disabled={isBusy} style={styles.half}>
          Take again
        </Button>
        <Button
          kind="main"
          icon="tick"
          onPress={() => void keep()}
          disabled={isBusy || spans.length === 0}
          style={styles.half}
        >
          {isBusy ? 'Wait …' : 'Keep it'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 12,
    padding: 14,
    paddingBottom: 10,
    maxWidth: 720,
    width: '100%',
    alignSelf: 'center',
  },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  content: { padding: 16, gap: 14, maxWidth: 720, width: '100%', alignSelf: 'center' },
  film: { height: 260, backgroundColor: colours.ink, borderWidth: OUTLINE, borderColor: colours.ink },
  warning: { backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12, gap: 4 },
  start: { alignSelf: 'flex-start' },
  foot: {
    flexDirection: 'row',
    gap: 14,
    padding: 14,
    paddingTop: 6,
    paddingBottom: 20,
    maxWidth: 720,
    width: '100%',
    alignSelf: 'center',
  },
  half: { flex: 1 },
});
