import { giveAnswer } from '@lippet/core/parts/questions/givenAnswers';
import { isComplete, readAnswer } from '@lippet/core/questions/question';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { QuestionRow } from '../../questions/QuestionRow';
import { questionState, triesLeft } from '../../questions/questionState';
import { questionUi } from '../../questions/registry';
import { TryResult } from '../../questions/TryResult';
import { useTries } from '../../questions/useTries';
import { HearSign } from '../../readAloud/HearSign';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { AnswerProps } from '../partKind';
import { useAnswers } from './useAnswers';
import { useGivenNoted } from './useGivenNoted';

/** One question at a time, with the way through all of them above it. What is given is judged at school. */
export function QuestionsPanel({ part, pieceId, doc, editable }: AnswerProps<'questions'>) {
  const answers = useAnswers(doc, part.id);
  const { tries: all, go, error, refetch, giving, give } = useTries(pieceId);
  const tries = useMemo(() => all.filter((tried) => tried.part === part.id), [all, part.id]);
  useGivenNoted(doc, part.id, tries, editable);
  const [current, setCurrent] = useState(0);
  const { asked, tries: most } = part;
  const index = Math.min(current, asked.length - 1);
  const question = asked[index];
  const triesAt = (id: string) => tries.filter((tried) => tried.question === id);
  const answerTo = (id: string) =>
    readAnswer(
      asked.find((one) => one.id === id)!,
      answers.get(id),
    );
  const states = asked.map(({ id }) => questionState({ answered: answerTo(id) !== null, tries: triesAt(id) }));
  if (!question) return null;

  const mine = triesAt(question.id);
  const answer = answerTo(question.id);
  const state = states[index]!;
  const left = go === null ? 0 : triesLeft(mine, go, most);
  const open = editable && state !== 'right' && left !== 0;
  const sameAsLast = JSON.stringify(mine.at(-1)?.answer ?? null) === JSON.stringify(answer);
  const ready = open && answer !== null && isComplete(question, answer) && !sameAsLast;
  const busy = giving.kind === 'giving';
  const { Answering, how } = questionUi(question.kind);
  return (
    <View style={styles.panel}>
      {asked.length > 1 && <QuestionRow states={states} current={index} onChoose={setCurrent} />}
      <ScrollView style={styles.scroll} contentContainerStyle={styles.content}>
        <View style={styles.asked}>
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.words}>
            {question.words}
          </Text>
          <HearSign text={question.words} label="the question" />
        </View>
        <Text variant="bodyMedium" style={styles.how}>
          {how(question as never)}
        </Text>
        <Answering
          key={question.id}
          question={question as never}
          answer={answer as never}
          onAnswer={open ? (next: object | null) => giveAnswer(doc, part.id, question.id, next) : null}
        />
        {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
        {giving.kind === 'failed' && giving.question === question.id && <Notice>{giving.why}</Notice>}
        <TryResult tries={mine} left={left} />
      </ScrollView>
      {/* In reach of the thumb, however long the question is. */}
      <View style={styles.ways}>
        {open && (
          <Button
            kind="main"
            icon="tick"
            disabled={!ready || busy}
            onPress={() => answer && void give(part.id, question.id, answer)}
          >
            {mine.length === 0 ? 'Give this answer' : 'Try again'}
          </Button>
        )}
        {index < asked.length - 1 && (
          <Button
            kind={open ? 'plain' : 'main'}
            icon="forward"
            label="Next question"
            onPress={() => setCurrent(index + 1)}
          >
            Next
          </Button>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
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
