import { QUESTIONS_LIMITS } from '@lippet/core/parts/questions/questionsPart';
import { pastedQuestions, PASTE_LIMITS, type UnusedLine } from '@lippet/core/questions/paste/pastedQuestions';
import { answerWords, askedOf, rightAnswer, type Question } from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { questionUi } from '../../questions/registry';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { Pick } from '../../ui/Pick';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import type { FieldsProps } from '../partKind';

const HOW = [
  'A question in each paragraph. Put * behind the right option, or = before the answer:',
  'Which is a knot?\n- plait\n- reef *',
  'How far is it?\n= 3.5 km',
  'Pairs: gull -> cliff. An order: 1. low water. A gap: at the [quay].',
] as const;

function rightWords(question: Question): string {
  const right = rightAnswer(question, USUAL_SCHOOL);
  return right
    ? answerWords(
        askedOf(question, (list) => [...list]),
        right,
      )
    : '';
}

/** One question as it was understood, with what is right. */
function MadeQuestion({ question, index, onDrop }: { question: Question; index: number; onDrop: () => void }) {
  return (
    <View role="listitem" style={styles.made}>
      <View style={styles.words}>
        <Text variant="labelMedium">{`${index + 1}  ${questionUi(question.kind).word}`}</Text>
        <Text variant="titleSmall">{question.words}</Text>
        <View style={styles.right}>
          <LineIcon name="tick" size={18} width={3} />
          <Text variant="bodyMedium" style={styles.grow}>
            {rightWords(question)}
          </Text>
        </View>
      </View>
      <Pressable role="button" aria-label={`Delete question ${index + 1}`} onPress={onDrop} style={styles.bin}>
        <LineIcon name="bin" />
      </Pressable>
    </View>
  );
}

/** Questions are written, or pasted, as one writes them in a letter; what was understood stands above. */
export function QuestionsFields({ settings, onSettings }: FieldsProps<'questions'>) {
  const [text, setText] = useState('');
  const [unused, setUnused] = useState<UnusedLine[]>([]);
  const { questions, tries, told } = settings;
  const add = (): void => {
    const pasted = pastedQuestions(text, { decimalMark: USUAL_SCHOOL.decimalMark, newId: () => crypto.randomUUID() });
    const room = QUESTIONS_LIMITS.questions - questions.length;
    const over = pasted.questions.slice(room).map(({ words }) => ({
      line: 0,
      words,
      why: `A part has at most ${QUESTIONS_LIMITS.questions} questions.`,
    }));
    onSettings({ questions: [...questions, ...pasted.questions.slice(0, room)] });
    setUnused([...pasted.unused, ...over]);
    const lines = text.split('\n');
    setText(pasted.unused.length === 0 ? '' : pasted.unused.map(({ line }) => paragraphFrom(lines, line)).join('\n\n'));
  };
  return (
    <>
      {questions.length > 0 && (
        <View role="list" aria-label="Questions" style={styles.list}>
          {questions.map((question, index) => (
            <MadeQuestion
              key={question.id}
              question={question}
              index={index}
              onDrop={() => onSettings({ questions: questions.filter(({ id }) => id !== question.id) })}
            />
          ))}
        </View>
      )}
      <View style={styles.how}>
        {HOW.map((line) => (
          <Text key={line} variant="bodySmall">
            {line}
          </Text>
        ))}
      </View>
      <Field
        label="Write or paste questions"
        value={text}
        onChangeText={setText}
        maxLength={PASTE_LIMITS.characters}
        multiline
      />
      {unused.map(({ line, words, why }) => (
        <Notice key={`${line} ${words}`}>{`${line > 0 ? `Line ${line}, ` : ''}“${words}”: ${why}`}</Notice>
      ))}
      <Button icon="plus" disabled={text.trim() === ''} onPress={add} style={styles.add}>
        Make questions of it
      </Button>
      <Pick
        label="Tries for each"
        headed
        options={TRIES.map((count) => ({ value: String(count), word: count === null ? 'Without end' : String(count) }))}
        chosen={String(tries)}
        onChoose={(value) => onSettings({ tries: value === 'null' ? null : Number(value) })}
      />
      <Pick
        label="After a try, learners are told"
        headed
        options={[
          { value: 'right or wrong', word: 'Right or not' },
          { value: 'nothing', word: 'Nothing' },
        ]}
        chosen={told}
        onChoose={(value) => onSettings({ told: value })}
      />
    </>
  );
}

const TRIES = [1, 2, 3, 5, null] as const;

/** The paragraph that begins on a line, counted from 1: what was not understood stays to be mended. */
function paragraphFrom(lines: readonly string[], line: number): string {
  const rest = lines.slice(line - 1);
  const end = rest.findIndex((words) => words.trim() === '');
  return rest.slice(0, end < 0 ? rest.length : end).join('\n');
}

const styles = StyleSheet.create({
  list: { gap: 10 },
  made: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    paddingLeft: 12,
    paddingVertical: 8,
  },
  words: { flex: 1, gap: 4 },
  right: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flexShrink: 1 },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
  how: { gap: 6, padding: 10, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  add: { alignSelf: 'flex-start' },
});
