import type { MediaHome } from '@lippet/core/contract/media';
import { timeWords } from '@lippet/core/recording/moments';
import { useEffect, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { LiveWave } from './LiveWave';
import type { Recorder } from './recorder';
import { SpokenNote } from './spokenNote';

interface Props {
  /** Where the note is spoken. */
  note: SpokenNote;
  /** Told of the file in which it is spoken, once that is kept on the device. */
  onSaid: (voice: string) => void;
}

/**
 * A note that can be spoken here; what is being said when one leaves is ended, and kept.
 *
 * @param home what it belongs to; null until that is known, and nothing can be said
 */
export function useSpokenNote(home: MediaHome | null): SpokenNote {
  const note = useMemo(() => new SpokenNote(home), [home]);
  useEffect(() => () => void note.end(), [note]);
  return note;
}

/** Says a note: one press begins, another ends, and it is kept. */
export function SayNote({ home, onSaid }: { home: MediaHome; onSaid: (voice: string) => void }) {
  return <NoteButton note={useSpokenNote(home)} onSaid={onSaid} />;
}

/** The same, where others have to know whether somebody is speaking. */
export function NoteButton({ note, onSaid }: Props) {
  const state = useStore(note.state);
  return (
    <View style={styles.box}>
      {state.step === 'speaking' ? (
        <Speaking recorder={state.recorder} stream={state.stream} onEnd={() => void note.end()} />
      ) : (
        <Button icon="voice" disabled={state.step !== 'silent'} onPress={() => void note.begin(onSaid)}>
          {state.step === 'keeping' ? 'Keeping it …' : 'Say a note'}
        </Button>
      )}
      {state.step === 'silent' && state.trouble && <Notice>{state.trouble}</Notice>}
    </View>
  );
}

function Speaking({ recorder, stream, onEnd }: { recorder: Recorder; stream: MediaStream; onEnd: () => void }) {
  const { seconds } = useStore(recorder.state);
  return (
    <View style={styles.row}>
      <View style={styles.wave}>
        <LiveWave stream={stream} running />
      </View>
      <Text variant="labelMedium" role="timer">
        {timeWords(seconds)}
      </Text>
      <Button kind="main" icon="stop" onPress={onEnd}>
        That is it
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10, alignItems: 'flex-start' },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  wave: {
    width: 130,
    height: 44,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    padding: 2,
  },
});
