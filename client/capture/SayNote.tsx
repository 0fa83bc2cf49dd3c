import type { MediaHome } from '@lippet/core/contract/media';
import { timeWords } from '@lippet/core/recording/moments';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox } from '../api/mediaOutbox';
import { Button } from '../ui/Button';
import { Say } from '../ui/Say';
import { colours, OUTLINE } from '../ui/theme';
import { LiveWave } from './LiveWave';
import { MicrophoneError, openMicrophone } from './microphone';
import { Recorder } from './recorder';
import { forgetRecording } from './recordingStore';

/** A spoken note is at most so long, in seconds. */
const LONGEST = 120;
const TOO_SHORT = 'That was too short to hear. Press, speak, and press again.';
const NO_ROOM = 'This device has no room left for that note.';

interface Props {
  /** What the file belongs to. */
  home: MediaHome;
  /** Told of the file in which it is spoken, once that is kept on the device. */
  onSaid: (voice: string) => void;
}

/** Says a note: one press begins, another ends, and it is kept. */
export function SayNote({ home, onSaid }: Props) {
  const [recording, setRecording] = useState<{ recorder: Recorder; stream: MediaStream } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async (): Promise<void> => {
    setTrouble(null);
    // The note is on the moment at which one began to speak.
    const tell = onSaid;
    try {
      const { stream } = await openMicrophone();
      const recorder = new Recorder(stream, { home, part: 'note', sort: 'sound' }, LONGEST);
      void recorder.ended.then(async (recorded) => {
        setRecording(null);
        for (const track of stream.getTracks()) track.stop();
        if (!recorded) return setTrouble(recorder.state.getState().trouble ?? TOO_SHORT);
        try {
          const voice = crypto.randomUUID();
          await mediaOutbox.add(voice, home, recorded.blob);
          await forgetRecording(recorded.id);
          tell(voice);
        } catch {
          setTrouble(NO_ROOM);
        }
      });
      recorder.run();
      setRecording({ recorder, stream });
    } catch (error) {
      if (!(error instanceof MicrophoneError)) throw error;
      setTrouble(error.message);
    }
  };
  useEffect(() => () => recording?.recorder.stop(), [recording]);
  return (
    <View style={styles.box}>
      {recording ? (
        <Speaking {...recording} />
      ) : (
        <Button icon="voice" onPress={() => void begin()}>
          Say a note
        </Button>
      )}
      {trouble && <Say>{trouble}</Say>}
    </View>
  );
}

function Speaking({ recorder, stream }: { recorder: Recorder; stream: MediaStream }) {
  const { seconds } = useStore(recorder.state);
  return (
    <View style={styles.row}>
      <View style={styles.wave}>
        <LiveWave stream={stream} running />
      </View>
      <Text variant="labelMedium" role="timer">
        {timeWords(seconds)}
      </Text>
      <Button kind="main" icon="stop" onPress={() => recorder.stop()}>
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
