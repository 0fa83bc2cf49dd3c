import {
  DAY_STAMP_WORDS,
  DAY_STAMPS,
  type ClassroomView,
  type DayQuestionView,
  type DayStamp,
} from '@lippet/core/contract/class';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReaderSign } from '../questions/ReaderSign';
import { Hear } from '../readAloud/Hear';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Press } from '../ui/Press';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';
import { DayStampShape } from './DayStampShape';
import type { Classroom } from './useClassroom';

/** A question of the day for a learner: a stamp, or a few words; who sees it stands above. */
export function DayQuestion({
  question,
  room,
  classroom,
}: {
  question: DayQuestionView;
  room: ClassroomView;
  classroom: Classroom;
}) {
  const { id, words, seenBy, mine } = question;
  const [changing, setChanging] = useState(false);
  const [stamp, setStamp] = useState<DayStamp | null>(mine?.stamp ?? null);
  const [said, setSaid] = useState(mine?.words ?? '');
  const names = room.teachers.map(({ name }) => name).join(' and ');
  const answer = async (): Promise<void> => {
    if (await classroom.answerDaily(id, { stamp, words: said.trim() })) setChanging(false);
  };
  return (
    <Scrap fill={colours.mist} style={styles.card}>
      <View style={styles.row}>
        <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.grow}>
          {words}
        </Text>
        <Hear text={words} label="the question" small />
      </View>
      {mine && !changing ? (
        <View style={styles.row}>
          {mine.stamp && <DayStampShape stamp={mine.stamp} />}
          <Text variant="bodyLarge" style={styles.grow}>
            {[mine.stamp && DAY_STAMP_WORDS[mine.stamp], mine.words].filter(Boolean).join('. ')}
          </Text>
          <Button onPress={() => setChanging(true)}>Change what I said today</Button>
        </View>
      ) : (
        <>
          <View role="radiogroup" aria-label="How it is" style={styles.stamps}>
            {DAY_STAMPS.map((each) => (
              <Press
                key={each}
                role="radio"
                aria-checked={stamp === each}
                aria-label={DAY_STAMP_WORDS[each]}
                flat={stamp === each}
                fill={stamp === each ? colours.ochre : colours.scrap}
                onPress={() => setStamp(stamp === each ? null : each)}
                style={styles.stamp}
              >
                <DayStampShape stamp={each} />
                <Text variant="labelSmall" style={styles.word}>
                  {DAY_STAMP_WORDS[each]}
                </Text>
              </Press>
            ))}
          </View>
          <View>
            <ReaderSign
              audience={seenBy === 'all' ? 'class' : 'teacher'}
              words={
                seenBy === 'all'
                  ? `Everybody in ${room.name} sees what you choose`
                  : `Only ${names} ${room.teachers.length > 1 ? 'see' : 'sees'} what you choose`
              }
            />
            <View style={styles.box}>
              <Field label="A few words, if you like" value={said} onChangeText={setSaid} maxLength={500} />
              <Button
                kind="main"
                icon="forward"
                disabled={!stamp && said.trim() === ''}
                onPress={() => void answer()}
                style={styles.send}
              >
                Send it
              </Button>
            </View>
          </View>
        </>
      )}
      {question.answers && <DayAnswers answers={question.answers} of={room.learners.length} />}
    </Scrap>
  );
}

/** How many chose which stamp, as bars that say it in words too; and who said what. */
export function DayAnswers({ answers, of }: { answers: NonNullable<DayQuestionView['answers']>; of: number }) {
  const counts = DAY_STAMPS.map((stamp) => ({
    stamp,
    count: answers.filter((each) => each.stamp === stamp).length,
  })).filter(({ count }) => count > 0);
  return (
    <View style={styles.answers}>
      <Text variant="labelMedium">
        {answers.length === 0 ? 'Nobody has answered today yet.' : `${answers.length} of ${of} have answered today`}
      </Text>
      {counts.map(({ stamp, count }) => (
        <View key={stamp} style={styles.row} role="img" aria-label={`${DAY_STAMP_WORDS[stamp]}: ${count}`}>
          <DayStampShape stamp={stamp} size={34} />
          <View style={[styles.bar, { width: `${(count / Math.max(of, answers.length)) * 60}%` }]} />
          <Text variant="labelMedium">{count}</Text>
        </View>
      ))}
      {answers.map(({ id, name, badge, stamp, words }) => (
        <View key={id} style={styles.row}>
          <Badge name={name} colour={badge} size={30} />
          <Text
            variant="bodyMedium"
            style={styles.grow}
          >{`${name}: ${[stamp && DAY_STAMP_WORDS[stamp], words].filter(Boolean).join('. ')}`}</Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { padding: 16, paddingTop: 20, gap: 14 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
  stamps: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  stamp: { width: 92, alignItems: 'center', gap: 4, paddingVertical: 8, paddingHorizontal: 4 },
  word: { textAlign: 'center' },
  box: {
    gap: 12,
    padding: 12,
    backgroundColor: colours.scrap,
    borderWidth: 2,
    borderTopWidth: 0,
    borderColor: colours.ink,
  },
  send: { alignSelf: 'flex-end' },
  answers: { gap: 8 },
  bar: { height: 18, backgroundColor: colours.ochre, borderWidth: 2, borderColor: colours.ink },
});
