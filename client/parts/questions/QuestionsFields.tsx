import { QUESTIONS_LIMITS } from '@lippet/core/parts/questions/questionsPart';
import {
  PASTE_LIMITS,
  pastedQuestions,
  type Pasted,
  type UnusedLine,
} from '@lippet/core/questions/paste/pastedQuestions';
import { writtenQuestion } from '@lippet/core/questions/paste/writtenQuestion';
import { withIdsOf } from '@lippet/core/questions/putRight';
import type { Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { FieldsProps } from '../partKind';
import { useSchool } from '../../api/useSchool';
import { drawFirsts } from '../../workers/variants';
import { WorkerLostError } from '../../workers/workerRemote';
import { MadeQuestion } from './MadeQuestion';
import { BeginQuestion } from './BeginQuestion';
import { QuestionFiles } from './QuestionFiles';
import { QuestionsRules } from './QuestionsRules';

const HOW = [
  'A question in each paragraph. Put * behind the right option, or = before the answer:',
  'Which is a knot?\n- plait // A plait comes apart.\n- reef *\n? Pull at both ends.',
  'How far is it?\n= 3.5 km ± 0.1',
  'Pairs, or things to sort: gull -> cliff. An order: 1. low water. A gap: at the [quay], or to choose: [quay* / pier].',
  'Room for a long answer: ____. A scale from “not at all” to “very”: |-----|',
  'Behind // stands what you say to that answer; after ? a hint; after ~ a wrong answer that you foresee.',
  'Lines behind > are small steps, each a question of its own. Lines behind ! are a worked example.',
  'Numbers drawn anew:\nA ferry takes {cars} cars. How many do {trips} trips take?\ncars = 6..12\ntrips = 2, 4, 5\n= {cars * trips} cars',
] as const;

/**
 * Questions that are written, with what everybody is asked first where they have numbers of their own.
 * @throws WorkerLostError
 */
function readLetter(text: string, school: School): Promise<Pasted> {
  const pasted = pastedQuestions(text, {
    decimalMark: school.decimalMark,
    newId: () => crypto.randomUUID(),
  });
  return drawFirsts(pasted, school);
}

/** A question that is being changed keeps its id, and those of its options. */
const inPlaceOf = (changing: Question | null, questions: readonly Question[]): Question[] =>
  questions.map((question, index) => (changing && index === 0 ? withIdsOf(question, changing) : question));

/** Those for which there is no room. */
const tooMany = (all: readonly Question[]): UnusedLine[] =>
  all.slice(QUESTIONS_LIMITS.questions).map(({ words }) => ({
    line: 0,
    words,
    why: `A part has at most ${QUESTIONS_LIMITS.questions} questions.`,
  }));

/** Questions are written, or pasted, as one writes them in a letter; what was understood stands above. */
export function QuestionsFields({ settings, home, others, materials, onSettings }: FieldsProps<'questions'>) {
  const school = useSchool();
  const [text, setText] = useState('');
  const [unused, setUnused] = useState<UnusedLine[]>([]);
  const [changing, setChanging] = useState<Question | null>(null);
  const [drawing, setDrawing] = useState(false);
  const { questions } = settings;
  const latest = useRef(questions);
  latest.current = questions;
  const add = async (): Promise<void> => {
    setDrawing(true);
    try {
      take(await readLetter(text, school));
    } catch (error) {
      if (!(error instanceof WorkerLostError)) throw error;
      setUnused([{ line: 0, words: text.split('\n')[0]!, why: error.message }]);
    } finally {
      setDrawing(false);
    }
  };
  const take = (pasted: Pasted): void => {
    // There may be more of them than when they were sent to be drawn.
    const { current: there } = latest;
    const made = inPlaceOf(changing, pasted.questions);
    const place = changing ? there.findIndex(({ id }) => id === changing.id) : -1;
    const all =
      place < 0 || made.length === 0
        ? [...there, ...made]
        : [...there.slice(0, place), ...made, ...there.slice(place + 1)];
    onSettings({ questions: all.slice(0, QUESTIONS_LIMITS.questions) });
    setUnused([...pasted.unused, ...tooMany(all)]);
    if (made.length > 0) setChanging(null);
    const lines = text.split('\n');
    const left = pasted.unused.map(({ line }) => paragraphFrom(lines, line)).join('\n\n');
    // What was typed while numbers were drawn stays.
    setText((now) => (now === text ? left : now));
  };
  const change = (question: Question, letter: string): void => {
    setChanging(question);
    setText(letter);
    setUnused([]);
  };
  return (
    <>
      {questions.length > 0 && (
        <View role="list" aria-label="Questions" style={styles.list}>
          {questions.map((question, index) => {
            const letter = writtenQuestion(question, school);
            return (
              <MadeQuestion
                key={question.id}
                question={question}
                index={index}
                home={home}
                others={others}
                materials={materials}
                onQuestion={(next) =>
                  onSettings({ questions: questions.map((one) => (one.id === next.id ? next : one)) })
                }
                changing={changing?.id === question.id}
                onChange={letter === null ? null : () => change(question, letter)}
                onDrop={() => onSettings({ questions: questions.filter(({ id }) => id !== question.id) })}
              />
            );
          })}
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
        label={changing ? 'Change this question' : 'Write or paste questions'}
        value={text}
        onChangeText={setText}
        maxLength={PASTE_LIMITS.characters}
        multiline
      />
      {unused.map(({ line, words, why }) => (
        <Notice key={`${line} ${words}`}>{`${line > 0 ? `Line ${line}, ` : ''}“${words}”: ${why}`}</Notice>
      ))}
      <Button
        icon={changing ? 'tick' : 'plus'}
        disabled={drawing || text.trim() === ''}
        onPress={() => void add()}
        style={styles.add}
      >
        {changing ? 'Put it in its place' : 'Make questions of it'}
      </Button>
      <BeginQuestion home={home} onAdd={(question) => onSettings({ questions: [...questions, question] })} />
      <QuestionFiles
        questions={questions}
        onBring={(brought, left) => {
          onSettings({ questions: [...questions, ...brought].slice(0, QUESTIONS_LIMITS.questions) });
          setUnused([...left, ...tooMany([...questions, ...brought])]);
        }}
      />
      <QuestionsRules settings={settings} onSettings={onSettings} />
    </>
  );
}

/** The paragraph that begins on a line, counted from 1: what was not understood stays to be mended. */
function paragraphFrom(lines: readonly string[], line: number): string {
  const rest = lines.slice(line - 1);
  const end = rest.findIndex((words) => words.trim() === '');
  return rest.slice(0, end < 0 ? rest.length : end).join('\n');
}

const styles = StyleSheet.create({
  list: { gap: 10 },
  how: { gap: 6, padding: 10, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  add: { alignSelf: 'flex-start' },
});
