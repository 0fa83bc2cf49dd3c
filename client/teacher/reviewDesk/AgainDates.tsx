import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { colours, OUTLINE } from '../../ui/theme';
import type { NewDates } from './useReview';

const DAY = 86_400_000;

interface Props {
  name: string;
  zone: string;
  dates: NewDates;
  onChange: (dates: NewDates) => void;
}

/** New dates for another go, of this learner alone; without them, the old ones stay. */
export function AgainDates({ name, zone, dates, onChange }: Props) {
  const [open, setOpen] = useState(false);
  if (!open && dates.due === undefined && dates.closes === undefined)
    return (
      <Button icon="plan" label={`New dates for ${name}’s next go`} onPress={() => setOpen(true)}>
        New dates
      </Button>
    );
  const now = Date.now();
  const quick = [
    { word: 'Tomorrow', value: now + DAY },
    { word: 'In 3 days', value: now + 3 * DAY },
    { word: 'In a week', value: now + 7 * DAY },
  ];
  return (
    <View style={styles.box} role="group" aria-label={`Dates of ${name}’s next go`}>
      <DateField
        label="Due"
        value={dates.due ?? null}
        zone={zone}
        quick={quick}
        onChange={(due) => onChange({ ...dates, due })}
      />
      <DateField
        label="Closes"
        value={dates.closes ?? null}
        zone={zone}
        onChange={(closes) => onChange({ ...dates, closes })}
      />
      <Text
        variant="bodySmall"
        style={{ color: colours.soft }}
      >{`They go with “Another go”, and are ${name}’s alone.`}</Text>
      <Button
        onPress={() => {
          onChange({});
          setOpen(false);
        }}
        style={styles.start}
      >
        Keep the old dates
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start' },
  box: {
    flexBasis: '100%',
    gap: 10,
    padding: 10,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
});
