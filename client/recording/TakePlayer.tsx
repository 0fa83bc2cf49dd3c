import { keptPeaks } from '@lippet/core/recording/spans';
import type { Take } from '@lippet/core/recording/take';
import { useMemo, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { PlayBar } from './PlayBar';
import { usePlayer, type Player } from './usePlayer';
import { useTakeSource, type TakeSource } from './useTakeSource';

interface Props {
  take: Take;
  /** What it is called for those who can't see it. */
  label: string;
  /** Takes all the height there is. */
  fill?: boolean;
  pins?: readonly { id: string; second: number; number: number }[];
  /** What lies below it and goes by where it is. */
  children?: (player: Player) => ReactNode;
}

/** A take to be seen and heard: what is kept of it, from this device or from school. */
export function TakePlayer({ take, ...rest }: Props) {
  const source = useTakeSource(take);
  if (!source)
    return (
      <View style={styles.waiting}>
        <Text variant="bodySmall" style={{ color: colours.soft }}>
          Opening …
        </Text>
      </View>
    );
  // Of another address it is still the same: what is being said or written below it goes on.
  return <Playing take={take} source={source} {...rest} />;
}

function Playing({ take, source, label, fill, pins, children }: Props & { source: TakeSource }) {
  const player = usePlayer(source.src, take.spans);
  const { peaks, about, cover } = source;
  // School's form may be a moment shorter or longer than this device counted.
  const seconds = about?.seconds ?? take.seconds;
  const shown = useMemo(() => peaks && keptPeaks(peaks, seconds, take.spans), [peaks, seconds, take.spans]);
  return (
    <View style={[styles.box, fill && styles.fill]} testID="take-player">
      {take.sort === 'film' ? (
        <View style={[styles.film, fill && styles.fill]}>
          <video
            ref={player.media}
            playsInline
            preload="metadata"
            poster={cover ?? undefined}
            aria-label={label}
            onClick={player.toggle}
            style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', objectFit: 'contain' }}
          />
        </View>
      ) : (
        <audio ref={player.media} preload="metadata" aria-label={label} />
      )}
      <PlayBar player={player} label={label} peaks={shown} pins={pins} />
      {player.trouble && <Notice>{player.trouble}</Notice>}
      {about?.state === 'failed' && <Notice calm>{about.why!}</Notice>}
      {children?.(player)}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  fill: { flex: 1 },
  waiting: { minHeight: 60, justifyContent: 'center' },
  film: { minHeight: 220, backgroundColor: colours.ink, borderWidth: OUTLINE, borderColor: colours.ink },
});
