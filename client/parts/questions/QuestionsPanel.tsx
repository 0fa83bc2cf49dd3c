import { giveAnswer } from '@lippet/core/parts/questions/givenAnswers';
import { isComplete, readAnswer, type Answer, type AskedQuestion } from '@lippet/core/questions/question';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { TryView } from '@lippet/core/contract/tries';
import type * as Y from 'yjs';
import { BeginTime } from '../../questions/BeginTime';
import { OptionPicture } from '../../questions/OptionFace';
import { Practice } from '../../questions/Practice';
import { usePractice } from '../../questions/usePractice';
import { QuestionRow } from '../../questions/QuestionRow';
import { questionState, triesLeft } from '../../questions/questionState';
import { questionUi } from '../../questions/registry';
import { SetClock } from '../../questions/SetClock';
import { Told } from '../../questions/Told';
import { TryResult } from '../../questions/TryResult';
import { useHandIn } from '../../questions/useHandIn';
import { useTimeLeft } from '../../questions/useSetTime';
import { hintsOf, rightOf, useTries, type Tries } from '../../questions/useTries';
import { HearSign } from '../../readAloud/HearSign';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { AnswerProps } from '../partKind';
import { useAnswers } from './useAnswers';
import { useGivenNoted } from './useGivenNoted';

/** One question at a time, with the way through all of them above it. What is given is judged at school. */
export function QuestionsPanel({ part, pieceId, doc, editable }: AnswerProps<'questions'>) {
  const answers = useAnswers(doc, part.id);
  const tries = useTries(pieceId);
  const own = useMemo(
    () => tries.tries.filter((tried) => tried.part === part.id && tried.variant === 0),
    [tries.tries, part.id],
  );
  useGivenNoted(doc, part.id, own, editable);
  const [current, setCurrent] = useState(0);
  const { asked } = part;
  const index = Math.min(current, asked.length - 1);
  const question = asked[index];
  const triesAt = (id: string) => own.filter((tried) => tried.question === id);
  const states = asked.map((one) =>
    questionState({ answered: readAnswer(one, answers.get(one.id)) !== null, tries: triesAt(one.id) }),
  );
  const time = tries.times.find((one) => one.part === part.id) ?? null;
  const left = useTimeLeft(time, tries.now);
  const open = asked.flatMap((one) => {
    const answer = readAnswer(one, answers.get(one.id));
    const last = triesAt(one.id).at(-1);
    const isGiven = last !== undefined && JSON.stringify(last.answer) === JSON.stringify(answer);
    return answer === null || isGiven ? [] : [{ question: one, answer }];
  });
  useHandIn({ part: part.id, open: editable ? open : [], tries, endsAt: time?.endsAt ?? null, left });
  if (!question) return null;
  if (part.minutes !== null && !time && editable)
    return (
      <View style={styles.panel}>
        <BeginTime
          minutes={part.minutes}
          questions={asked.length}
          trouble={tries.giving.kind === 'failed' ? tries.giving.why : null}
          busy={tries.go === null || tries.giving.kind === 'giving'}
          onBegin={() => void tries.start(part.id)}
        />
      </View>
    );
  const inTime = left === null || left > 0;
  return (
    <View style={styles.panel}>
      {left !== null && editable && <SetClock left={left} />}
      {asked.length > 1 && <QuestionRow states={states} current={index} onChoose={setCurrent} />}
      {!inTime && editable && (
        <Text variant="bodyMedium" role="status" style={styles.over}>
          Time is over. What was there was handed in.
        </Text>
      )}
      <OneQuestion
        key={question.id}
        part={part}
        question={question}
        answer={readAnswer(question, answers.get(question.id))}
        mine={triesAt(question.id)}
        tries={tries}
        doc={doc}
        editable={editable && inTime}
        onNext={index < asked.length - 1 ? () => setCurrent(index + 1) : null}
      />
    </View>
  );
}

interface OneProps extends Pick<AnswerProps<'questions'>, 'part' | 'editable'> {
  question: AskedQuestion;
  answer: Answer | null;
  /** Tries at this question. */
  mine: readonly TryView[];
  tries: Tries;
  doc: Y.Doc;
  /** Null at the last one. */
  onNext: (() => void) | null;
}

/** A question, the way to answer it, and what school said. */
function OneQuestion({ part, question, answer, mine, tries, doc, editable, onNext }: OneProps) {
  const { go, error, refetch, giving } = tries;
  const state = questionState({ answered: answer !== null, tries: mine });
  const left = go === null ? 0 : triesLeft(mine, go, part.tries);
  const open = editable && state !== 'right' && left !== 0;
  const sameAsLast = JSON.stringify(mine.at(-1)?.answer ?? null) === JSON.stringify(answer);
  const ready = open && answer !== null && isComplete(question, answer) && !sameAsLast;
  const busy = giving.kind === 'giving';
  const hints = hintsOf(tries.hints, part.id, question.id);
  const right = state === 'right' ? null : rightOf(tries.shown, part.id, question.id);
  const done = editable && go !== null && !open && part.told === 'right or wrong';
  const varies = done && question.varies && mine.length > 0;
  const practice = usePractice(part.id, question.id, tries);
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
        />
        {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
        {giving.kind === 'failed' && giving.question === question.id && <Notice>{giving.why}</Notice>}
        <TryResult tries={mine} left={left} />
        {hints.map((hint, index) => (
          <Told key={hint} icon="torch" title={`Hint ${index + 1} of ${question.hints}`} words={hint} />
        ))}
        {right && <Told icon="tick" title="This was right" words={right} />}
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
          <Button
            kind="main"
            icon="tick"
            disabled={!ready || busy}
            onPress={() => answer && void tries.give({ part: part.id, question: question.id, variant: 0, answer })}
          >
            {mine.length === 0 ? 'Give this answer' : 'Try again'}
          </Button>
        )}
        {open && hints.length < question.hints && (
          <Button icon="torch" disabled={busy} onPress={() => void tries.hint(part.id, question.id, hints.length + 1)}>
            {hints.length === 0 ? 'A hint' : 'One more hint'}
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
    </>
  );
}

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
  over: { paddingHorizontal: 16, paddingTop: 12 },
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
});
