import { spreadWords, type Bin } from '@lippet/core/review/spread';
import { scaleLinear } from 'd3-scale';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Rect } from 'react-native-svg';
import { colours, OUTLINE } from './theme';

const WIDTH = 190;
const HEIGHT = 18;

/** How often each of a few things is, as bars, each with its word and number; and all of it said in one line. */
export function Bars({ title, bins }: { title: string; bins: readonly Bin[] }) {
  const length = scaleLinear([0, Math.max(1, ...bins.map(({ count }) => count))], [0, WIDTH - OUTLINE]);
  return (
    <View role="img" aria-label={`${title}. ${spreadWords(bins)}`} style={styles.chart}>
      <Text variant="titleSmall">{title}</Text>
      {bins.map(({ word, count }) => (
        <View key={word} style={styles.bin}>
          <Text variant="bodySmall" style={styles.word}>
            {word}
          </Text>
          <Svg width={WIDTH} height={HEIGHT} aria-hidden>
            {count > 0 && (
              <Rect
                x={OUTLINE / 2}
                y={OUTLINE / 2}
                width={length(count)}
                height={HEIGHT - OUTLINE}
                fill={colours.ochre}
                stroke={colours.ink}
                strokeWidth={OUTLINE}
              />
            )}
          </Svg>
          <Text variant="labelMedium">{count}</Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  chart: { gap: 6 },
  bin: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  word: { width: 140 },
});
