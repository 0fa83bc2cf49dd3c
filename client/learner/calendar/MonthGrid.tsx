import type { PlanDay } from '@lippet/core/schedule/calendar';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  /** Whole weeks, from a Monday. */
  days: readonly PlanDay<unknown>[];
  today: string;
  chosen: string | null;
  nameOf: (noon: number) => string;
  onDay: (day: string) => void;
}

/** As full as water in a glass: how high a day's box is filled, for its minutes. */
const FULL = 90;

/** Some weeks as boxes, each filled as high as there is work that day. */
export function MonthGrid({ days, today, chosen, nameOf, onDay }: Props) {
  return (
    <View style={styles.grid} role="group" aria-label="The month">
      {days.slice(0, 7).map(({ day, noon }) => (
        <Text key={day} variant="labelSmall" style={styles.head} aria-hidden>
          {nameOf(noon).slice(0, 3)}
        </Text>
      ))}
      {days.map(({ day, noon, pieces, minutes }) => (
        <Pressable
          key={day}
          role="button"
          aria-pressed={day === chosen}
          aria-label={
            `${nameOf(noon)} ${Number(day.slice(8))}: ` +
            `${pieces.length === 0 ? 'nothing' : `${pieces.length} to do, ${minutes} minutes`}`
          }
          onPress={() => onDay(day)}
          style={[
            styles.day,
            day < today && styles.past,
            day === today && styles.today,
            day === chosen && styles.chosen,
          ]}
        >
          <View style={[styles.water, { height: `${Math.min(100, (minutes / FULL) * 100)}%` }]} />
          <Text variant="labelSmall">{Number(day.slice(8))}</Text>
          {pieces.length > 0 && (
            <View style={styles.flag}>
              <Text variant="labelSmall">{pieces.length}</Text>
            </View>
          )}
        </Pressable>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  grid: { flexDirection: 'row', flexWrap: 'wrap' },
  head: { width: `${100 / 7}%`, textAlign: 'center', paddingBottom: 4 },
  day: {
    width: `${100 / 7}%`,
    minHeight: 62,
    borderWidth: OUTLINE / 2,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    padding: 4,
    justifyContent: 'space-between',
    overflow: 'hidden',
  },
  past: { backgroundColor: colours.paper },
  today: { borderWidth: OUTLINE * 1.5 },
  chosen: { backgroundColor: colours.ochre },
  water: { position: 'absolute', left: 0, right: 0, bottom: 0, backgroundColor: colours.tide },
  flag: {
    alignSelf: 'flex-end',
    minWidth: 24,
    alignItems: 'center',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
});
