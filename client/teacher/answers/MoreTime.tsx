import type { AnswersView } from '@lippet/core/contract/answers';
import { leftWords } from '@lippet/core/questions/setTime';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Pick } from '../../ui/Pick';
import { useActivityPlace } from './activityPlace';

const MINUTES = ['1', '5', '10'] as const;
const EVERYBODY = 'everybody';

/** Of sets that have minutes: how long those have who answer, and more of it for everybody or for one of them. */
export function MoreTime({ view, now }: { view: AnswersView; now: number }) {
  const { id, group } = useActivityPlace();
  const [person, setPerson] = useState(EVERYBODY);
  const [minutes, setMinutes] = useState<string>('1');
  const [told, setTold] = useState<{ trouble: boolean; words: string } | null>(null);
  const timed = view.parts.filter(({ settings }) => settings.minutes !== null);
  if (timed.length === 0) return null;
  const running = view.times.filter(({ endsAt }) => endsAt > now);
  const last = Math.max(now, ...running.map(({ endsAt }) => endsAt));
  const give = async (): Promise<void> => {
    try {
      for (const { id: part } of timed)
        await request(
          'POST /activities/:id/groups/:group/more-time',
          { id, group },
          {
            id: crypto.randomUUID(),
            part,
            person: person === EVERYBODY ? null : person,
            minutes: Number(minutes),
          },
        );
      setTold({ trouble: false, words: `Given: ${minutes} more.` });
    } catch (failure) {
      setTold({ trouble: true, words: (failure as Error).message });
    }
  };
  return (
    <View role="group" aria-label="Time" style={styles.row}>
      <Text variant="titleSmall" role="timer">
        {running.length === 0 ? 'Nobody’s time is running' : `${running.length} answering · ${leftWords(last - now)}`}
      </Text>
      <Pick
        label="More minutes"
        options={MINUTES.map((value) => ({ value, word: `+${value}` }))}
        chosen={minutes}
        onChoose={setMinutes}
      />
      <Pick
        label="For whom"
        options={[
          { value: EVERYBODY, word: 'Everybody' },
          ...view.learners
            .filter(({ id }) => view.times.some((time) => time.person === id))
            .map(({ id, name }) => ({ value: id, word: name })),
        ]}
        chosen={person}
        onChoose={setPerson}
      />
      <Button icon="tide" onPress={() => void give()}>
        Give more time
      </Button>
      {told && <Notice calm={!told.trouble}>{told.words}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
});
