import { keptPeaks } from '@lippet/core/recording/spans';
import type { Take } from '@lippet/core/recording/take';
import { Image, StyleSheet, View } from 'react-native';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { useTakeSource } from './useTakeSource';
import { Wave } from './Wave';

const [WIDTH, HEIGHT] = [116, 66];
/** Bars of a small wave. */
const BARS = 28;

/** A take as a small picture: a film's cover, a sound's shape. */
export function TakeThumb({ take }: { take: Take }) {
  const source = useTakeSource(take);
  const peaks = source?.peaks && keptPeaks(source.peaks, source.about?.seconds ?? take.seconds, take.spans);
  const film = take.sort === 'film';
  const every = peaks && Math.max(1, Math.floor(peaks.length / BARS));
  return (
    <View style={[styles.box, film && styles.dark]}>
      {film && source?.cover && <Image source={{ uri: source.cover }} style={styles.cover} resizeMode="cover" alt="" />}
      {film && !source?.cover && <LineIcon name="film" colour={colours.scrap} size={30} />}
      {!film && peaks && <Wave peaks={peaks.filter((_, i) => i % every! === 0)} heard={1} height={HEIGHT - 8} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    width: WIDTH,
    height: HEIGHT,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  dark: { backgroundColor: colours.ink },
  cover: { width: '100%', height: '100%' },
});
