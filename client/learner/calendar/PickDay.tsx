import { daysFrom } from '@lippet/core/schedule/calendar';
import { dayWords } from '@lippet/core/schedule/schoolTime';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';

/** How many days ahead one can choose. */
const AHEAD = 10;

/** Puts work without a date on a day of one's own choosing. */
export function PickDay({
  activityId,
  title,
  ownDay,
  zone,
}: {
  activityId: string;
  title: string;
  ownDay: string | null;
  zone: string;
}) {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const now = Date.now();
  const choose = async (day: string | null): Promise<void> => {
    try {
      await request('PUT /activities/:id/day', { id: activityId }, { day });
      await client.invalidateQueries({ queryKey: keys.now });
      setAsking(false);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <Button
        label={`${ownDay ? 'Another day for' : 'Pick a day for'} ${title}`}
        onPress={() => setAsking(true)}
        style={styles.pick}
      >
        {ownDay ? 'Another day' : 'Pick a day'}
      </Button>
      <Dialog
        visible={asking}
        title="On which day?"
        problem={problem}
        onClose={() => setAsking(false)}
        answers={<Button onPress={() => setAsking(false)}>Not now</Button>}
      >
        <Text variant="bodyMedium">{`“${title}” has no date. Put it on a day that suits you.`}</Text>
        <View style={styles.days}>
          {daysFrom(now, AHEAD, zone).map(({ day, noon }) => (
            <Button key={day} kind={day === ownDay ? 'chosen' : 'plain'} onPress={() => void choose(day)}>
              {capital(dayWords(noon, now, zone))}
            </Button>
          ))}
          {ownDay && (
            <Button icon="tide" onPress={() => void choose(null)}>
              No day: let it drift
            </Button>
          )}
        </View>
      </Dialog>
    </>
  );
}

const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);

const styles = StyleSheet.create({
  pick: { alignSelf: 'center' },
  days: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
