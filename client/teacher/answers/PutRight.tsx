import type { ChangedMark } from '@lippet/core/contract/answers';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import { writtenQuestion } from '@lippet/core/questions/paste/writtenQuestion';
import { asksTheSame, withIdsOf } from '@lippet/core/questions/putRight';
import { firstOf, type Question } from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';
import type { QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { marksWords } from '../../questions/marksWords';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';

/** How far it has come: being written, looked at, or not possible. */
type Mending =
  | { kind: 'writing' }
  | { kind: 'asking' }
  | { kind: 'looked at'; question: Question; changed: readonly ChangedMark[] }
  | { kind: 'trouble'; why: string };

interface Props {
  report: QuestionReport;
  activityId: string;
  onClose: () => void;
  onDone: () => void;
}

/** A question written anew, of which only what is right differs; or why not. */
function mended(letter: string, before: Question): Question | string {
  const { questions, unused } = pastedQuestions(letter, {
    decimalMark: USUAL_SCHOOL.decimalMark,
    newId: () => crypto.randomUUID(),
  });
  const [written] = questions;
  if (!written || questions.length > 1) return unused[0]?.why ?? 'One question has to stand here.';
  // What helps, and the numbers of others like it, stay as they are.
  const { hints, replies, template, first } = before;
  const question = { ...withIdsOf(written, firstOf(before)), hints, replies } as Question;
  if (!asksTheSame(question, { ...firstOf(before), hints, replies, template: null } as Question))
    return 'Only what is right can be put right here. Where something else is asked, make a new question.';
  if (!first) return { ...question, template } as Question;
  return { ...before, first: { ...first, settings: question.settings } } as Question;
}

/** What was said to be right is put right: first it is seen whom it changes, then it is done and they are told. */
export function PutRight({ report: { part, question }, activityId, onClose, onDone }: Props) {
  const [letter, setLetter] = useState(
    () =>
      writtenQuestion({ ...firstOf(question), hints: [], replies: [], template: null } as Question, USUAL_SCHOOL) ?? '',
  );
  const [mending, setMending] = useState<Mending>({ kind: 'writing' });
  const ask = async (right: Question, done: boolean): Promise<void> => {
    setMending({ kind: 'asking' });
    try {
      const changed = await request(
        'POST /activities/:id/put-right',
        { id: activityId },
        { part, question: right, done },
      );
      if (done) onDone();
      else setMending({ kind: 'looked at', question: right, changed });
    } catch (failure) {
      setMending({ kind: 'trouble', why: (failure as Error).message });
    }
  };
  const look = (): void => {
    const right = mended(letter, question);
    if (typeof right === 'string') setMending({ kind: 'trouble', why: right });
    else void ask(right, false);
  };
  return (
    <View style={styles.box}>
      <Field
        label="The question, with what is right"
        value={letter}
        onChangeText={(text) => {
          setLetter(text);
          setMending({ kind: 'writing' });
        }}
        multiline
      />
      {mending.kind === 'trouble' && <Notice>{mending.why}</Notice>}
      {mending.kind === 'looked at' && <Changes changed={mending.changed} />}
      <View style={styles.ways}>
        {mending.kind === 'looked at' ? (
          <Button kind="main" icon="tick" onPress={() => void ask(mending.question, true)}>
            Mark anew and tell them
          </Button>
        ) : (
          <Button kind="main" disabled={mending.kind === 'asking'} onPress={look}>
            Look what changes
          </Button>
        )}
        <Button onPress={onClose}>Leave it</Button>
      </View>
    </View>
  );
}

function Changes({ changed }: { changed: readonly ChangedMark[] }) {
  if (changed.length === 0) return <Text variant="bodyMedium">It changes nobody’s mark.</Text>;
  return (
    <View role="list" aria-label="Whose mark changes" style={styles.changes}>
      {changed.map(({ person, name, from, to, outOf }, index) => (
        <View key={`${person} ${index}`} role="listitem">
          <Text variant="bodyMedium">{`${name}: ${marksWords(from)} becomes ${marksWords(to)} of ${outOf}`}</Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  changes: { gap: 4 },
});
