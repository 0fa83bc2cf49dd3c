import type { ClassroomView, DayQuestionView } from '@lippet/core/contract/class';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReaderSign } from '../threads/ReaderSign';
import { Hear } from '../readAloud/Hear';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Press } from '../ui/Press';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';
import { answerWords, chosenOption, dayOptions, type DayOption } from './dayOptions';
import type { Classroom } from './useClassroom';

/** A question of the day for a learner: one of what is offered, or a few words; who sees it stands above. */
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
  const options = dayOptions(question);
  const before = chosenOption(options, mine);
  const [chosen, setChosen] = useState(before?.id ?? null);
  const [ownWords, setOwnWords] = useState(mine?.words ?? '');
  const names = room.teachers.map(({ name }) => name).join(' and ');
  const answer = async (): Promise<void> => {
    const { answer: given } = options.find((option) => option.id === chosen) ?? {
      answer: { stamp: null, choice: null },
    };
    if (await classroom.answerDaily(id, { ...given, words: ownWords.trim() })) setChanging(false);
  };
  return (
    <Scrap fill={colours.mist} style={styles.card}>
      <View style={styles.row}>
        <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.grow}>
          {words}
        </Text>
        <Hear text={heardWords(question, options)} label="the question" small />
      </View>
      {mine && !changing ? (
        <View style={[styles.row, styles.wrap]}>
          {before?.picture(PICTURE)}
          <Text variant="bodyLarge" style={styles.ownAnswer}>
            {answerWords(options, mine)}
          </Text>
          <Button onPress={() => setChanging(true)}>Change what I said today</Button>
        </View>
      ) : (
        <>
          <View role="radiogroup" aria-label={question.choices ? words : 'How it is'} style={styles.options}>
            {options.map((option) => (
              <Press
                key={option.id}
                role="radio"
                aria-checked={chosen === option.id}
                aria-label={option.word}
                flat={chosen === option.id}
                fill={chosen === option.id ? colours.ochre : colours.scrap}
                onPress={() => setChosen(chosen === option.id ? null : option.id)}
                style={[styles.option, question.choices && styles.ownOption]}
              >
                {option.picture(question.choices ? LARGE_PICTURE : PICTURE)}
                <Text variant={question.choices ? 'labelLarge' : 'labelSmall'} style={styles.word}>
                  {option.word}
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
              <Field label="A few words, if you like" value={ownWords} onChangeText={setOwnWords} maxLength={500} />
              <Button
                kind="main"
                icon="forward"
                disabled={!chosen && ownWords.trim() === ''}
                onPress={() => void answer()}
                style={styles.send}
              >
                Send it
              </Button>
            </View>
          </View>
        </>
      )}
      {question.answers && <DayAnswers answers={question.answers} options={options} of={room.learners.length} />}
    </Scrap>
  );
}

/** The question as it is read out: with what there is to choose from, where that is not the weather. */
const heardWords = ({ words, choices }: DayQuestionView, options: readonly DayOption[]): string =>
  choices ? [words, ...options.map(({ word }) => word)].join('. ') : words;

interface AnswersProps {
  answers: NonNullable<DayQuestionView['answers']>;
  options: readonly DayOption[];
  /** So many are asked. */
  of: number;
}

/** How many chose what, as bars that say it in words too; and who said what. */
export function DayAnswers({ answers, options, of }: AnswersProps) {
  const counts = options
    .map((option) => ({
      option,
      count: answers.filter((answer) => chosenOption(options, answer) === option).length,
    }))
    .filter(({ count }) => count > 0);
  return (
    <View style={styles.answers}>
      <Text variant="labelMedium">
        {answers.length === 0 ? 'Nobody has answered today yet.' : `${answers.length} of ${of} have answered today`}
      </Text>
      {counts.map(({ option, count }) => (
        <View key={option.id} style={styles.row} role="img" aria-label={`${option.word}: ${count}`}>
          <View style={styles.counted}>
            {option.picture(SMALL_PICTURE) ?? <Text variant="labelMedium">{option.word}</Text>}
          </View>
          <View style={[styles.bar, { width: `${(count / Math.max(of, answers.length)) * 60}%` }]} />
          <Text variant="labelMedium">{count}</Text>
        </View>
      ))}
      {answers.map((answer) => (
        <View key={answer.id} style={styles.row}>
          <Badge name={answer.name} colour={answer.badge} size={30} />
          <Text variant="bodyMedium" style={styles.grow}>{`${answer.name}: ${answerWords(options, answer)}`}</Text>
        </View>
      ))}
    </View>
  );
}

/** Sides of an answer's picture, in pixels: as it is, as it is chosen among a teacher's own, and beside its count. */
const PICTURE = 48;
const LARGE_PICTURE = 112;
const SMALL_PICTURE = 34;

const styles = StyleSheet.create({
  card: { padding: 16, paddingTop: 20, gap: 14 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  wrap: { flexWrap: 'wrap' },
  grow: { flex: 1 },
  ownAnswer: { flexGrow: 1, flexShrink: 1, flexBasis: 140 },
  options: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  option: { width: 92, alignItems: 'center', gap: 4, paddingVertical: 8, paddingHorizontal: 4 },
  ownOption: { width: 134, minHeight: 64, justifyContent: 'center' },
  counted: { minWidth: SMALL_PICTURE },
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
