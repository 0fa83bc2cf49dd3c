import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, TARGET } from '../ui/theme';
import { useLocalFile } from './useLocalFile';

/** One is heard at a time. */
function silenceOthers(heard: HTMLMediaElement): void {
  for (const other of document.querySelectorAll('audio')) if (other !== heard) other.pause();
}

/** Plays what was said. */
export function VoiceButton({ voice, label }: { voice: string; label: string }) {
  const local = useLocalFile(voice);
  const media = useRef<HTMLAudioElement>(null);
  const [playing, setPlaying] = useState(false);
  const [trouble, setTrouble] = useState(false);
  if (local === undefined) return null;
  const toggle = (): void => {
    const element = media.current!;
    if (element.paused) element.play().catch(() => setTrouble(true));
    else element.pause();
  };
  return (
    <View style={styles.row}>
      <audio
        ref={media}
        src={local ?? `/api/media/${voice}/playable`}
        preload="none"
        aria-label={label}
        onPlay={({ currentTarget }) => {
          silenceOthers(currentTarget);
          setPlaying(true);
        }}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
      />
      <Press
        aria-label={`${playing ? 'Pause' : 'Hear'} ${label}`}
        fill={colours.ochre}
        onPress={toggle}
        style={styles.play}
      >
        <LineIcon name={playing ? 'pause' : 'louder'} size={22} />
      </Press>
      {trouble && <Text variant="bodySmall">It can’t be heard here just now.</Text>}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  play: { width: TARGET.learner, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
});
