import type { TryView } from '@lippet/core/contract/tries';
import { giveAnswer } from '@lippet/core/parts/questions/givenAnswers';
import { isComplete, type Answer, type AskedQuestion } from '@lippet/core/questions/question';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { OptionPicture } from '../../questions/OptionFace';
import { Practice } from '../../questions/Practice';
import { questionState, triesLeft } from '../../questions/questionState';
import { questionUi } from '../../questions/registry';
import { SmallSteps } from '../../questions/SmallSteps';
import { Told } from '../../questions/Told';
import { TryResult } from '../../questions/TryResult';
import { usePractice } from '../../questions/usePractice';
import { useQuestionHelp } from '../../questions/useQuestionHelp';
import { hintsOf, rightOf, type Tries } from '../../questions/useTries';
import { hasWorking, WorkingBox } from '../../questions/WorkingBox';
import { WorkedExample } from '../../questions/WorkedExample';
import { HearSign } from '../../readAloud/HearSign';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { AnswerProps } from '../partKind';
import { HelpWays } from './HelpWays';
import { useWorking } from './useWorking';

interface Props extends Pick<AnswerProps<'questions'>, 'part' | 'pieceId' | 'editable' | 'around'> {
  question: AskedQuestion;
  answer: Answer | null;
  /** Tries at this question that stand. */
  mine: readonly TryView[];
  tries: Tries;
  doc: Y.Doc;
  /** Null at the last one that can be opened. */
  onNext: (() => void) | null;
}

/** What can be done with a question now. */
function standingOf({ part, question, answer, mine, tries, editable }: Props) {
  const { go, closed } = tries;
  const state = questionState({ answered: answer !== null, tries: mine });
  const left = go === null ? 0 : triesLeft(mine, go, part.tries);
  const isClosed = closed.some((one) => one.part === part.id && one.question === question.id);
  const open = editable && !isClosed && state !== 'right' && left !== 0;
  const last = mine.filter((tried) => tried.go === go).at(-1);
  const isNew = JSON.stringify(last?.answer ?? null) !== JSON.stringify(answer);
  const done = editable && go !== null && !open && part.told === 'right or wrong';
  return {
    state,
    left,
    isClosed,
    open,
    ready: open && answer !== null && isComplete(question, answer) && isNew,
    varies: done && question.varies && mine.length > 0,
  };
}

/** A question, the way to answer it, and what school said. */
export function OneQuestion(props: Props) {
  const { part, pieceId, question, answer, mine, tries, doc, editable, around, onNext } = props;
  const { error, refetch, giving } = tries;
  const { state, left, isClosed, open, ready, varies } = standingOf(props);
  const busy = giving.kind === 'giving';
  const hints = hintsOf(tries.hints, part.id, question.id);
  const right = state === 'right' ? null : rightOf(tries.shown, part.id, question.id);
  const practice = usePractice(part.id, question.id, tries);
  const help = useQuestionHelp(pieceId, { part: part.id, question: question.id }, tries);
  const used = tries.help.filter((one) => one.part === part.id && one.question === question.id);
  const [working, typeWorking] = useWorking(doc, part.id, question.id);
  const isShown = hasWorking(question.working, working, around);
  const give = (): void =>
    void (answer && tries.give({ part: part.id, question: question.id, variant: 0, answer, working }));
  const { Answering, how } = questionUi(question.kind);
  return (
    <>
      <ScrollView style={styles.scroll} contentContainerStyle={styles.content}>
        <View style={styles.asked}>
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.words}>
            {question.words}
          </Text>
          <HearSign text={question.words} label="the question" />
        </View>
        {question.picture && <OptionPicture media={question.picture} size={260} />}
        {question.sound && <VoiceButton voice={question.sound} label="the sound of the question" />}
        <Text variant="bodyMedium" style={styles.how}>
          {how(question as never)}
        </Text>
        <Answering
          question={question as never}
          answer={answer as never}
          onAnswer={open ? (next: object | null) => giveAnswer(doc, part.id, question.id, next) : null}
          around={around}
        />
        {question.working && (
          <WorkingBox working={question.working} typed={working} around={around} onType={open ? typeWorking : null} />
        )}
        {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
        {giving.kind === 'failed' && giving.question === question.id && <Notice>{giving.why}</Notice>}
        {isClosed && editable && (
          <Text variant="titleMedium" role="status">
            Your teacher has closed this question.
          </Text>
        )}
        <TryResult tries={mine} left={left} />
        {hints.map((hint, index) => (
          <Told key={hint} icon="torch" title={`Hint ${index + 1} of ${question.hints}`} words={hint} />
        ))}
        <SmallSteps
          steps={help.steps}
          used={used}
          busy={busy}
          onAnswer={(number, given) => void help.answerStep(number, given)}
        />
        {help.example && <WorkedExample example={help.example} />}
        {right && <Told icon="tick" title="This was right" words={right} />}
        {open && (
          <HelpWays question={question} hints={hints.length} help={help} tries={tries} part={part.id} around={around} />
        )}
        {varies && (
          <Text variant="bodyMedium">
            {part.earnBack && state !== 'right'
              ? 'There are more like it, with other numbers. One that is right earns these marks back.'
              : 'There are more like it, with other numbers. They cost nothing.'}
          </Text>
        )}
        {varies && practice.now && (
          <Practice now={practice.now} busy={busy} onAnswer={practice.answer} onGive={() => void practice.give()} />
        )}
      </ScrollView>
      {/* In reach of the thumb, however long the question is. */}
      <View style={styles.ways}>
        {open && (
          <Button kind="main" icon="tick" disabled={!ready || !isShown || busy} onPress={give}>
            {mine.length === 0 ? 'Give this answer' : 'Try again'}
          </Button>
        )}
        {varies && (!practice.now || practice.now.tried) && (
          <Button icon="again" disabled={busy} onPress={() => void practice.begin()}>
            {practice.now ? 'Another one' : 'One like it'}
          </Button>
        )}
        {onNext && (
          <Button kind={open ? 'plain' : 'main'} icon="forward" label="Next question" onPress={onNext}>
            Next
          </Button>
        )}
      </View>
      {ready && !isShown && (
        <Text variant="bodyMedium" role="status" style={styles.why}>
          Show how you came to it, then it can be given.
        </Text>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  scroll: { flex: 1 },
  content: { padding: 16, gap: 16, width: '100%', maxWidth: 640, alignSelf: 'center' },
  asked: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  how: { color: colours.soft },
  ways: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    gap: 12,
    padding: 12,
    paddingBottom: 16,
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  why: { paddingHorizontal: 12, paddingBottom: 12, backgroundColor: colours.paper },
});
