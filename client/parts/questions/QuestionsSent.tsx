import type { HelpUsed } from '@lippet/core/contract/questionHelp';
import { NOTHING_TRIED, type SpreadView, type TriesView, type TryView } from '@lippet/core/contract/tries';
import { answersOf } from '@lippet/core/parts/questions/givenAnswers';
import { earnedShare } from '@lippet/core/questions/countedShare';
import { countedRound } from '@lippet/core/questions/rounds';
import { answerWords, readAnswer, type AskedQuestion } from '@lippet/core/questions/question';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { marksWords } from '@lippet/core/questions/marksWords';
import { questionState, STATE_LOOKS } from '../../questions/questionState';
import { hintsOf, rightOf, useTriesUntil } from '../../questions/useTries';
import { Bars } from '../../ui/Bars';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import { counted } from '../counted';
import type { SentProps } from '../partKind';
import { AnswersCopy } from './AnswersCopy';
import { MarkTry } from './MarkTry';

type Part = SentProps<'questions'>['part'];

/** A try as it counts. */
const sharedTry = (tried: TryView): TryView & { share: number | null } => ({
  ...tried,
  share: tried.marks === null ? null : tried.marks / Math.max(1, tried.outOf),
});

/** Of the newest go with a try, those of the time through that counts. */
function countedTries(part: Part, tries: readonly TryView[]): TryView[] {
  const go = Math.max(0, ...tries.map((tried) => tried.go));
  const inGo = tries.filter((tried) => tried.go === go).map(sharedTry);
  return countedRound(inGo, { ...part, questions: part.asked });
}

/** What a question came to; null where that is not told, or not known yet. @param tries those that count */
function earned(part: Part, question: AskedQuestion, tries: readonly TryView[]): number | null {
  const share = earnedShare(tries.map(sharedTry), part);
  return share === null ? null : share * question.marks;
}

/** The questions that this learner was asked, in their order. */
function ownAsked({ id, asked }: Part, view: TriesView): AskedQuestion[] {
  const own = view.asked.find(({ part }) => part === id)?.questions;
  return own ? own.flatMap((question) => asked.find((one) => one.id === question) ?? []) : [...asked];
}

/** Every question with its answer, what that earned, after how many tries, and with what help. */
export function QuestionsSent({ part, goId, doc, editor }: SentProps<'questions'>) {
  const answers = answersOf(doc, part.id);
  const { data = NOTHING_TRIED, error, refetch } = useTriesUntil(goId);
  const asked = ownAsked(part, data);
  const counting = countedTries(
    part,
    data.tries.filter((tried) => tried.part === part.id),
  );
  const triesAt = (id: string) => counting.filter((tried) => tried.question === id);
  const times = Math.max(1, ...data.tries.filter((tried) => tried.part === part.id).map(({ round }) => round));
  const marks = asked.map((question) => earned(part, question, triesAt(question.id)));
  const unread = asked.filter((question, index) => marks[index] === null && triesAt(question.id).length > 0);
  const outOf = asked.reduce((sum, question) => sum + question.marks, 0);
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
      {times > 1 && (
        <Text variant="bodyMedium">{`Gone through ${times} times. This is time ${counting[0]?.round ?? 1}.`}</Text>
      )}
      {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
      {goId !== null && <AnswersCopy goId={goId} title={part.title} />}
      {asked.map((question, index) => (
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
          help={data.help.filter((used) => used.part === part.id && used.question === question.id)}
          spread={data.spreads.find((one) => one.part === part.id && one.question === question.id)?.answers ?? null}
        />
      ))}
    </ScrollView>
  );
}

interface SentQuestionProps {
  number: number;
  goId: string | null;
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
  /** Other help that was used. */
  help: readonly HelpUsed[];
  /** What the group said; null where that is not shown. */
  spread: SpreadView['answers'] | null;
}

/** Which help was used, in words; empty for none. */
function helpWords(hints: number, help: readonly HelpUsed[]): string {
  const steps = help.filter(({ kind }) => kind === 'step').length;
  return [
    hints > 0 && counted(hints, 'hint'),
    steps > 0 && counted(steps, 'small step'),
    help.some(({ kind }) => kind === 'example') && 'an example',
    help.some(({ kind }) => kind === 'look') && 'a look where it leads',
  ]
    .filter(Boolean)
    .join(', ');
}

function SentQuestion(props: SentQuestionProps) {
  const { number, goId, mayMark, question, made, tries, hints, help, right, spread } = props;
  const withHelp = helpWords(hints, help);
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
      {last?.working && <Text variant="bodyMedium">{`Working: ${last.working}`}</Text>}
      {last && goId !== null && mayMark && question.marks > 0 && <MarkTry tried={last} number={number} goId={goId} />}
      {right && state !== 'right' && <Text variant="bodyMedium">{`Right: ${right}`}</Text>}
      {last?.reply && <Text variant="bodyMedium">{`Said to it: ${last.reply}`}</Text>}
      {withHelp !== '' && <Text variant="bodyMedium">{`With ${withHelp}`}</Text>}
      {spread && (
        <Bars title="What your group said" bins={spread.map(({ words, count }) => ({ word: words, count }))} />
      )}
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
