import { giveAnswer, typeWorking } from '@lippet/core/parts/questions/givenAnswers';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { BeginTime } from '../../questions/BeginTime';
import { LookBack } from '../../questions/LookBack';
import { QuestionRow } from '../../questions/QuestionRow';
import { SetClock } from '../../questions/SetClock';
import { useHandIn } from '../../questions/useHandIn';
import { useTimeLeft } from '../../questions/useSetTime';
import { roundOf, useTries, type Tries } from '../../questions/useTries';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import type { AnswerProps } from '../partKind';
import { OneQuestion } from './OneQuestion';
import { useGivenNoted } from './useGivenNoted';
import { useQuestionSet, type QuestionSet } from './useQuestionSet';

type Props = AnswerProps<'questions'>;

/** One question at a time, with the way through all of them above it. What is given is judged at school. */
export function QuestionsPanel(props: Props) {
  const { part, pieceId, doc, editable } = props;
  const tries = useTries(pieceId);
  const set = useQuestionSet(part, pieceId, { doc, tries });
  useGivenNoted(doc, part.id, set.own, editable);
  const time = tries.times.find((one) => one.part === part.id) ?? null;
  const left = useTimeLeft(time, tries.now);
  useHandIn({ part: part.id, open: editable ? set.open : [], tries, endsAt: time?.endsAt ?? null, left });
  if (part.minutes !== null && !time && editable)
    return (
      <View style={styles.panel}>
        <BeginTime
          minutes={part.minutes}
          questions={set.asked.length}
          trouble={tries.giving.kind === 'failed' ? tries.giving.why : null}
          busy={tries.go === null || tries.giving.kind === 'giving'}
          onBegin={() => void tries.start(part.id)}
        />
      </View>
    );
  return (
    <View style={styles.panel}>
      {left !== null && editable && <SetClock left={left} />}
      <Questions key={roundOf(tries.rounds, part.id)} {...props} set={set} tries={tries} left={left} />
    </View>
  );
}

interface QuestionsProps extends Props {
  set: QuestionSet;
  tries: Tries;
  /** Milliseconds; null where there is no time. */
  left: number | null;
}

/** Where one is in a set, once its time has begun. */
function Questions({ part, pieceId, doc, editable, around, set, tries, left }: QuestionsProps) {
  const [current, setCurrent] = useState(0);
  const [looksBack, setLooksBack] = useState(false);
  const { asked, states, reached, triesAt, answerTo } = set;
  const index = Math.min(current, reached - 1, asked.length - 1);
  const question = asked[index];
  if (!question) return null;
  const inTime = left === null || left > 0;
  const round = roundOf(tries.rounds, part.id);
  const mayGoAgain = editable && set.allTried && (part.rounds === null || round < part.rounds);
  const again = async (): Promise<void> => {
    const seen = asked.flatMap(({ id }) => triesAt(id).at(-1)?.id ?? []);
    if (!(await tries.again(part.id, seen))) return;
    for (const { id } of asked) {
      giveAnswer(doc, part.id, id, null);
      typeWorking(doc, part.id, id, '');
    }
  };
  if (looksBack && mayGoAgain)
    return (
      <LookBack
        part={part.id}
        asked={asked}
        triesAt={triesAt}
        tries={tries}
        onAgain={() => void again()}
        onBack={() => setLooksBack(false)}
      />
    );
  return (
    <>
      {asked.length > 1 && <QuestionRow states={states} current={index} reached={reached} onChoose={setCurrent} />}
      {mayGoAgain && (
        <View style={styles.again}>
          <Button icon="eye" onPress={() => setLooksBack(true)}>
            Look back, and go through once more
          </Button>
        </View>
      )}
      {!inTime && editable && (
        <Text variant="bodyMedium" role="status" style={styles.over}>
          Time is over. What was there was handed in.
        </Text>
      )}
      <OneQuestion
        key={question.id}
        part={part}
        pieceId={pieceId}
        question={question}
        answer={answerTo(question)}
        mine={triesAt(question.id)}
        tries={tries}
        doc={doc}
        around={around}
        editable={editable && inTime}
        onNext={index < reached - 1 ? () => setCurrent(index + 1) : null}
      />
    </>
  );
}

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
  over: { paddingHorizontal: 16, paddingTop: 12 },
  again: { flexDirection: 'row', paddingHorizontal: 12, paddingTop: 4 },
});
