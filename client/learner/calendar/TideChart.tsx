import type { PlanDay } from '@lippet/core/schedule/calendar';
import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX, line } from 'd3-shape';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Line, Path } from 'react-native-svg';
import { useLarger } from '../../stores/settings';
import { colours, OUTLINE } from '../../ui/theme';

const HEIGHT = 236;
/** The water's foot, with the names of the days in it. */
const FOOT = 74;
/** Room above the highest water for the flag on it. */
const SKY = 74;
const FLAG = { width: 32, height: 34, mast: 22, cut: 9 };
/** Up to so many minutes a day the water stays low, so that one short task is no flood. */
const LEAST_FULL = 60;
/** No text is smaller, in pixels. */
const LEAST_TEXT = 13;

interface Props {
  days: readonly PlanDay<unknown>[];
  /** The day that it is, and which is looked at. */
  today: string;
  chosen: string | null;
  /** Where in the day we are, 0 to 1. */
  hour: number;
  nameOf: (noon: number) => string;
  /** What the chart shows, in a sentence. */
  words: string;
  onDay: (day: string) => void;
}

/**
 * A tide of work: the water stands as high as there are minutes of work that day, and each day's pieces are a flag on
 * it.
 */
export function TideChart({ days, today, chosen, hour, nameOf, words, onDay }: Props) {
  const [width, setWidth] = useState(0);
  const larger = useLarger();
  const step = width / days.length;
  const height = scaleLinear()
    .domain([0, Math.max(LEAST_FULL, ...days.map(({ minutes }) => minutes))])
    .range([HEIGHT - FOOT - 8, SKY]);
  const middle = (i: number): number => step * (i + 0.5);
  // The water runs on beyond both edges, so that it does not end in the middle of the picture.
  const points: [number, number][] = [
    [-step / 2, height(0)],
    ...days.map(({ minutes }, i): [number, number] => [middle(i), height(minutes)]),
    [width + step / 2, height(0)],
  ];
  const index = days.findIndex(({ day }) => day === today);
  // Under the days letters are as large as a day is wide; the list below says the same in whatever size is asked for.
  const fitting = (usual: number, letters: number): { fontSize: number; lineHeight: number } => {
    const size = Math.max(LEAST_TEXT, Math.min(usual * larger, step / letters));
    return { fontSize: size, lineHeight: size * 1.35 };
  };
  const flag = (x: number, y: number): string =>
    `M${x - FLAG.width / 2} ${y - FLAG.mast - FLAG.height}h${FLAG.width - FLAG.cut}l${FLAG.cut} ` +
    `${FLAG.cut}v${FLAG.height - FLAG.cut}h-${FLAG.width}Z`;
  return (
    <View style={styles.box} onLayout={({ nativeEvent: { layout } }) => setWidth(layout.width)}>
      {width > 0 && (
        <Svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`${words}. ${days
            .filter(({ pieces }) => pieces.length > 0)
            .map(({ noon, pieces, minutes }) => `${nameOf(noon)}: ${pieces.length}, ${minutes} minutes`)
            .join('. ')}`}
        >
          <Path
            d={
              area<[number, number]>()
                .x(([x]) => x)
                .y1(([, y]) => y)
                .y0(HEIGHT)
                .curve(curveMonotoneX)(points) ?? ''
            }
            fill={colours.tide}
          />
          <Path
            d={
              line<[number, number]>()
                .x(([x]) => x)
                .y(([, y]) => y)
                .curve(curveMonotoneX)(points) ?? ''
            }
            fill="none"
            stroke={colours.ink}
            strokeWidth={3.2}
          />
          {index >= 0 && (
            <Line
              x1={step * (index + hour)}
              x2={step * (index + hour)}
              y1={14}
              y2={HEIGHT - FOOT + 4}
              stroke={colours.ink}
              strokeWidth={OUTLINE}
              strokeDasharray="3 5"
            />
          )}
          {days.map(
            ({ day, pieces, minutes }, i) =>
              pieces.length > 0 && (
                <Path
                  key={day}
                  d={`M${middle(i)} ${height(minutes)}v-${FLAG.mast}`}
                  stroke={colours.ink}
                  strokeWidth={OUTLINE}
                />
              ),
          )}
          {days.map(
            ({ day, pieces, minutes }, i) =>
              pieces.length > 0 && (
                <Path
                  key={day}
                  d={flag(middle(i), height(minutes))}
                  fill={day === chosen ? colours.ochre : colours.scrap}
                  stroke={colours.ink}
                  strokeWidth={OUTLINE}
                />
              ),
          )}
        </Svg>
      )}
      {index >= 0 && width > 0 && (
        <Text variant="labelSmall" style={[styles.now, { left: step * (index + hour) + 5 }]} aria-hidden>
          now
        </Text>
      )}
      {width > 0 &&
        days.map(({ day, noon, pieces, minutes }, i) => (
          <Pressable
            key={day}
            role="button"
            aria-pressed={day === chosen}
            aria-label={`${nameOf(noon)}: ${pieces.length === 0 ? 'nothing' : `${pieces.length} to do, ${minutes} minutes`}`}
            onPress={() => onDay(day)}
            style={[styles.day, { left: step * i, width: step }]}
          >
            {pieces.length > 0 && (
              <Text
                variant="labelMedium"
                style={[styles.count, { top: height(minutes) - FLAG.mast - FLAG.height + 8 }]}
              >
                {pieces.length}
              </Text>
            )}
            <Text
              variant={day === today ? 'labelMedium' : 'bodySmall'}
              style={[styles.name, day === today && styles.today, fitting(day === today ? 15 : 14, 2.6)]}
            >
              {nameOf(noon).slice(0, 3)}
            </Text>
            <Text variant="bodySmall" style={[styles.minutes, fitting(LEAST_TEXT, 3.7)]}>
              {minutes > 0 ? `${minutes} min` : '–'}
            </Text>
          </Pressable>
        ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { height: HEIGHT, marginHorizontal: -18, overflow: 'hidden' },
  now: { position: 'absolute', top: 10 },
  day: { position: 'absolute', top: 0, bottom: 0, alignItems: 'center' },
  count: { position: 'absolute', fontSize: 15, lineHeight: 20 },
  name: { position: 'absolute', bottom: 36 },
  today: { textDecorationLine: 'underline' },
  minutes: { position: 'absolute', bottom: 14 },
});
