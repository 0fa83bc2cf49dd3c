import { answersOf } from '@lippet/core/parts/questions/givenAnswers';
import { answerWords, readAnswer } from '@lippet/core/questions/question';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { questionState, STATE_LOOKS } from '../../questions/questionState';
import { useTriesUntil } from '../../questions/useTries';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { SentProps } from '../partKind';

const marksWords = (marks: number): string => String(Math.round(marks * 10) / 10);

/** Every question with its answer, what that earned, and after how many tries. */
export function QuestionsSent({ part, goId, doc }: SentProps<'questions'>) {
  const answers = answersOf(doc, part.id);
  const { data, error, refetch } = useTriesUntil(goId);
  const tries = (data?.tries ?? []).filter((tried) => tried.part === part.id);
  const last = part.asked.flatMap(({ id }) => tries.filter(({ question }) => question === id).at(-1) ?? []);
  const earned = last.reduce((sum, { marks }) => sum + (marks ?? 0), 0);
  const outOf = part.asked.reduce((sum, { marks }) => sum + marks, 0);
  return (
    <ScrollView
      style={styles.desk}
      contentContainerStyle={styles.paper}
      tabIndex={0}
      role="group"
      aria-label={`Answers: ${part.title}`}
    >
      {last.some(({ marks }) => marks !== null) && (
        <Text variant="headlineSmall">{`${marksWords(earned)} of ${outOf}`}</Text>
      )}
      {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
      {part.asked.map((question, index) => {
        const mine = tries.filter((tried) => tried.question === question.id);
        const tryNumber = mine.at(-1)?.number ?? 0;
        const answer = readAnswer(question, mine.at(-1)?.answer ?? answers.get(question.id));
        const { word, icon, fill } = STATE_LOOKS[questionState({ answered: answer !== null, tries: mine })];
        return (
          <View key={question.id} style={styles.question}>
            <Text variant="titleMedium">{`${index + 1}  ${question.words}`}</Text>
            <Text variant="bodyLarge">{answer ? answerWords(question, answer) : 'No answer'}</Text>
            <View style={[styles.state, { backgroundColor: fill }]}>
              {icon && <LineIcon name={icon} size={18} width={3} />}
              <Text variant="bodyMedium">
                {word}
                {tryNumber > 1 ? `, at try ${tryNumber}` : ''}
              </Text>
            </View>
          </View>
        );
      })}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.desk },
  paper: {
    margin: 20,
    padding: 24,
    gap: 18,
    maxWidth: 640,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  question: { gap: 6 },
  state: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    alignSelf: 'flex-start',
    paddingHorizontal: 8,
    paddingVertical: 2,
  },
});
