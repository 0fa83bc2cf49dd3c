import { QUESTION_LIMITS, type Question, type Working } from '@lippet/core/questions/question';
import { StyleSheet, View } from 'react-native';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import type { FieldsProps } from '../partKind';

interface Props extends Pick<FieldsProps<'questions'>, 'others' | 'materials'> {
  question: Question;
  /** From 1. */
  number: number;
  onQuestion: (question: Question) => void;
}

const NONE = 'none';
const TYPED = 'typed';

function workingFrom(chosen: string, needed: boolean): Working | null {
  if (chosen === NONE) return null;
  return chosen === TYPED ? { kind: 'typed', needed } : { kind: 'part', part: chosen, needed };
}

/** What a letter can't say of a question: whether it asks for working, and where one can look. */
export function MadeExtras({ question, number, others, materials, onQuestion }: Props) {
  const { working, look } = question;
  const chosen = working?.kind === 'part' ? working.part : (working?.kind ?? NONE);
  const change = (changed: Partial<Pick<Question, 'working' | 'look'>>): void =>
    onQuestion({ ...question, ...changed } as Question);
  return (
    <View role="group" aria-label={`More about question ${number}`} style={styles.box}>
      <Pick
        label="Working"
        headed
        options={[
          { value: NONE, word: 'None' },
          { value: TYPED, word: 'Typed below it' },
          ...others.map(({ id, title }) => ({ value: id, word: title })),
        ]}
        chosen={chosen}
        onChoose={(value) => change({ working: workingFrom(value, working?.needed ?? false) })}
      />
      {working && (
        <TickBox
          word="It has to be there before the answer is given"
          on={working.needed}
          onChange={(needed) => change({ working: { ...working, needed } })}
        />
      )}
      {materials.length > 0 && (
        <Pick
          label="Where to look"
          headed
          options={[
            { value: NONE, word: 'Nowhere' },
            ...materials.map(({ id, title }, index) => ({ value: id, word: title || `Number ${index + 1}` })),
          ]}
          chosen={look?.material ?? NONE}
          onChoose={(value) => change({ look: value === NONE ? null : { material: value, words: look?.words ?? '' } })}
        />
      )}
      {look && (
        <Field
          label="Where in it, in a few words"
          value={look.words}
          maxLength={QUESTION_LIMITS.hint}
          onChangeText={(words) => change({ look: { ...look, words } })}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    gap: 10,
    padding: 8,
    marginTop: 8,
    backgroundColor: colours.paper,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
