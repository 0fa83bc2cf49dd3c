import type { ChangedMark } from '@lippet/core/contract/answers';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import { writtenQuestion } from '@lippet/core/questions/paste/writtenQuestion';
import { asksTheSame, withIdsOf } from '@lippet/core/questions/putRight';
import { firstOf, type Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import type { QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { useSchool } from '../../api/useSchool';
import { marksWords } from '@lippet/core/questions/marksWords';
import { questionUi } from '../../questions/registry';
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

const ONLY_RIGHT = 'Only what is right can be put right here. Where something else is asked, make a new question.';

const plain = (question: Question): Question =>
  ({ ...firstOf(question), hints: [], replies: [], steps: [], example: [], template: null }) as Question;

/** A question written anew, of which only what is right differs; or why not. */
function mended(letter: string, before: Question, school: School): Question | string {
  const { questions, unused } = pastedQuestions(letter, {
    decimalMark: school.decimalMark,
    newId: () => crypto.randomUUID(),
  });
  const [written] = questions;
  if (!written || questions.length > 1) return unused[0]?.why ?? 'One question has to stand here.';
  // What helps, and the numbers of others like it, stay as they are.
  const { hints, replies, steps, example, template, first } = before;
  const help = { hints, replies, steps, example };
  const question = { ...withIdsOf(written, firstOf(before)), ...help } as Question;
  if (!asksTheSame(question, { ...firstOf(before), ...help, template: null } as Question)) return ONLY_RIGHT;
  if (!first) return { ...question, template } as Question;
  return { ...before, first: { ...first, settings: question.settings } } as Question;
}

/** A question on a picture, of which only what is right differs; or why not. */
const redrawn = (question: Question, before: Question): Question | string =>
  asksTheSame(question, before) ? question : ONLY_RIGHT;

/** What was said to be right is put right: first it is seen whom it changes, then it is done and they are told. */
export function PutRight({ report: { part, question }, activityId, onClose, onDone }: Props) {
  const school = useSchool();
  // What a letter can't say is put right where it was made: on its picture.
  const [written] = useState(() => writtenQuestion(plain(question), school));
  const [letter, setLetter] = useState(written ?? '');
  const [drawn, setDrawn] = useState(question);
  const { Editing } = questionUi(question.kind);
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
    const right = written === null ? redrawn(drawn, question) : mended(letter, question, school);
    if (typeof right === 'string') setMending({ kind: 'trouble', why: right });
    else void ask(right, false);
  };
  return (
    <View style={styles.box}>
      {written !== null && (
        <Field
          label="The question, with what is right"
          value={letter}
          onChangeText={(text) => {
            setLetter(text);
            setMending({ kind: 'writing' });
          }}
          multiline
        />
      )}
      {written === null && Editing && (
        <Editing
          settings={drawn.settings as never}
          others={[]}
          onSettings={(settings: object) => {
            setDrawn({ ...drawn, settings } as Question);
            setMending({ kind: 'writing' });
          }}
        />
      )}
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
