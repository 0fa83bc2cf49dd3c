import type { TriesView, TryView } from '@lippet/core/contract/tries';
import { answersOf } from '@lippet/core/parts/questions/givenAnswers';
import { earnedShare } from '@lippet/core/questions/countedShare';
import { answerWords, readAnswer, type AskedQuestion } from '@lippet/core/questions/question';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { marksWords } from '../../questions/marksWords';
import { questionState, STATE_LOOKS } from '../../questions/questionState';
import { hintsOf, rightOf, useTriesUntil } from '../../questions/useTries';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import { counted } from '../counted';
import type { SentProps } from '../partKind';
import { MarkTry } from './MarkTry';

type Part = SentProps<'questions'>['part'];

const NOTHING: TriesView = { go: 0, tries: [], hints: [], shown: [], times: [], now: 0 };

/** What a question came to in its newest go; null where that is not told, or not known yet. */
function earned(part: Part, question: AskedQuestion, tries: readonly TryView[]): number | null {
  const go = tries.at(-1)?.go;
  const shares = tries
    .filter((tried) => tried.go === go)
    .map(({ variant, marks, outOf }) => ({ variant, share: marks === null ? null : marks / Math.max(1, outOf) }));
  const share = earnedShare(shares, part);
  return share === null ? null : share * question.marks;
}

/** Every question with its answer, what that earned, after how many tries, and with what help. */
export function QuestionsSent({ part, goId, doc, editor }: SentProps<'questions'>) {
  const answers = answersOf(doc, part.id);
  const { data = NOTHING, error, refetch } = useTriesUntil(goId);
  const triesAt = (id: string) => data.tries.filter((tried) => tried.part === part.id && tried.question === id);
  const marks = part.asked.map((question) => earned(part, question, triesAt(question.id)));
  const unread = part.asked.filter((question, index) => marks[index] === null && triesAt(question.id).length > 0);
  const outOf = part.asked.reduce((sum, question) => sum + question.marks, 0);
  const unreadMarks = unread.reduce((sum, question) => sum + question.marks, 0);
  const sum = marks.reduce<number>((so, one) => so + (one ?? 0), 0);
  return (
    <ScrollView
      style={styles.desk}
      contentContainerStyle={styles.paper}
      tabIndex={0}
      role="group"
      aria-label={`Answers: ${part.title}`}
    >
      {marks.some((one) => one !== null) && (
        <Text variant="headlineSmall">
          {unreadMarks === 0 ? `${marksWords(sum)} of ${outOf}` : `${marksWords(sum)} of ${outOf - unreadMarks}`}
        </Text>
      )}
      {marks.some((one) => one !== null) && unreadMarks > 0 && (
        <Text variant="bodyMedium">{`${unreadMarks} more once a teacher has read the rest`}</Text>
      )}
      {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
      {part.asked.map((question, index) => (
        <SentQuestion
          key={question.id}
          number={index + 1}
          goId={goId}
          mayMark={editor !== null}
          question={question}
          made={answers.get(question.id)}
          tries={triesAt(question.id)}
          hints={hintsOf(data.hints, part.id, question.id).length}
          right={rightOf(data.shown, part.id, question.id)}
        />
      ))}
    </ScrollView>
  );
}

interface SentQuestionProps {
  number: number;
  goId: string;
  /** Whether whoever looks may say what it earns. */
  mayMark: boolean;
  question: AskedQuestion;
  /** The answer in the document, given or not. */
  made: unknown;
  tries: readonly TryView[];
  /** How many were asked for. */
  hints: number;
  /** What was right; null where that is not shown. */
  right: string | null;
}

function SentQuestion({ number, goId, mayMark, question, made, tries, hints, right }: SentQuestionProps) {
  const own = tries.filter(({ variant }) => variant === 0);
  const practised = tries.filter(({ variant }) => variant > 0);
  const last = own.at(-1);
  const answer = readAnswer(question, last?.answer ?? made);
  const state = questionState({ answered: answer !== null, tries: own });
  const { word, icon, fill } = STATE_LOOKS[state];
  const changed = last && last.marksBefore !== null && last.marksBefore !== last.marks ? last.marksBefore : null;
  return (
    <View style={styles.question}>
      <Text variant="titleMedium">{`${number}  ${question.words}`}</Text>
      <Text variant="bodyLarge">{answer ? answerWords(question, answer) : 'No answer'}</Text>
      <View style={[styles.state, { backgroundColor: fill }]}>
        {icon && <LineIcon name={icon} size={18} width={3} />}
        <Text variant="bodyMedium">
          {word}
          {last && last.number > 1 ? `, at try ${last.number}` : ''}
        </Text>
      </View>
      {last && mayMark && <MarkTry tried={last} number={number} goId={goId} />}
      {right && state !== 'right' && <Text variant="bodyMedium">{`Right: ${right}`}</Text>}
      {last?.reply && <Text variant="bodyMedium">{`Said to it: ${last.reply}`}</Text>}
      {hints > 0 && <Text variant="bodyMedium">{`With ${counted(hints, 'hint')}`}</Text>}
      {practised.length > 0 && (
        <Text variant="bodyMedium">
          {`${practised.filter(({ marks, outOf }) => marks === outOf).length} of ${practised.length} like it right`}
        </Text>
      )}
      {last?.madeAt && (
        <Text variant="bodyMedium">{`Came after the time. Its device made it in time, and had no network.`}</Text>
      )}
      {changed !== null && (
        <Text variant="bodyMedium">{`Marked ${marksWords(changed)} before the question was put right`}</Text>
      )}
    </View>
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
