import type { MediaHome } from '@lippet/core/contract/media';
import {
  answerWords,
  askedOf,
  firstOf,
  QUESTION_LIMITS,
  rightAnswer,
  type Question,
} from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import type { TriedVariant } from '@lippet/core/questions/variants/variant';
import { mediaOfQuestion } from '@lippet/core/questions/questionMedia';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { questionUi } from '../../questions/registry';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { useSchool } from '../../api/useSchool';
import { tryVariants } from '../../workers/variants';
import type { FieldsProps } from '../partKind';
import { MadeExtras } from './MadeExtras';
import { QuestionMedia } from './QuestionMedia';

/** So many variants lie side by side. */
const TRIED = 10;

const asMade = (question: Question) => askedOf(question, (list) => [...list]);

/** What is right of a question, in words; empty where nothing is. */
export function rightWords(question: Question, school: School): string {
  const first = firstOf(question);
  const right = rightAnswer(first, school);
  return right ? answerWords(asMade(first), right) : '';
}

interface Props extends Pick<FieldsProps<'questions'>, 'others' | 'materials'> {
  question: Question;
  index: number;
  home: MediaHome;
  onQuestion: (question: Question) => void;
  /** It stands in the field, and is being changed. */
  changing: boolean;
  /** Null where it can't be written as a letter. */
  onChange: (() => void) | null;
  onDrop: () => void;
}

/** One question as it was understood, with what is right and what helps. */
export function MadeQuestion(props: Props) {
  const { question, index, home, others, materials, changing, onQuestion, onChange, onDrop } = props;
  const school = useSchool();
  const [more, setMore] = useState(() => question.working !== null || question.look !== null);
  const [showsMedia, setShowsMedia] = useState(() => mediaOfQuestion(question).length > 0);
  const first = firstOf(question);
  const { Editing } = questionUi(question.kind);
  return (
    <View role="listitem" style={[styles.made, changing && styles.changing]}>
      <View style={styles.words}>
        <Text variant="labelMedium">{`${index + 1}  ${questionUi(question.kind).word}`}</Text>
        <Text variant="titleSmall">{first.words}</Text>
        <View style={styles.right}>
          <LineIcon name="tick" size={18} width={3} />
          <Text variant="bodyMedium" style={styles.grow}>
            {rightWords(question, school)}
          </Text>
        </View>
        {first.replies.map(({ answer, words }) => (
          <Text key={answer} variant="bodySmall">{`“${answer}”: ${words}`}</Text>
        ))}
        {first.hints.map((hint) => (
          <View key={hint} style={styles.right}>
            <LineIcon name="torch" size={18} />
            <Text variant="bodySmall" style={styles.grow}>
              {hint}
            </Text>
          </View>
        ))}
        {first.example.length > 0 && <Text variant="bodySmall">{`Worked through: ${first.example.join(' ')}`}</Text>}
        {first.steps.map((step, place) => (
          <Text
            key={step.id}
            variant="bodySmall"
          >{`Step ${place + 1}: ${step.words} (${rightWords(step, school)})`}</Text>
        ))}
        {question.template && <Variants question={question} />}
        {Editing && (
          <>
            <Field
              label={`What question ${index + 1} asks`}
              value={question.words}
              maxLength={QUESTION_LIMITS.words}
              onChangeText={(words) => onQuestion({ ...question, words })}
            />
            <Editing
              settings={question.settings as never}
              others={others}
              onSettings={(settings: object) => onQuestion({ ...question, settings } as Question)}
            />
          </>
        )}
        {showsMedia ? (
          <QuestionMedia question={question} home={home} onQuestion={onQuestion} />
        ) : (
          <Button
            icon="picture"
            label={`Pictures and sounds of question ${index + 1}`}
            onPress={() => setShowsMedia(true)}
            style={styles.look}
          >
            Pictures and sounds
          </Button>
        )}
        {more ? (
          <MadeExtras
            question={question}
            number={index + 1}
            others={others}
            materials={materials}
            onQuestion={onQuestion}
          />
        ) : (
          <Button
            icon="torch"
            label={`Working, and where to look, at question ${index + 1}`}
            onPress={() => setMore(true)}
            style={styles.look}
          >
            Working, and where to look
          </Button>
        )}
      </View>
      {onChange && (
        <Pressable role="button" aria-label={`Change question ${index + 1}`} onPress={onChange} style={styles.sign}>
          <LineIcon name="pen" />
        </Pressable>
      )}
      <Pressable role="button" aria-label={`Delete question ${index + 1}`} onPress={onDrop} style={styles.sign}>
        <LineIcon name="bin" />
      </Pressable>
    </View>
  );
}

/** Ten of the questions that it can become, side by side, with what one should look at. */
function Variants({ question }: { question: Question }) {
  const school = useSchool();
  const [tried, setTried] = useState<readonly TriedVariant[] | string | null>(null);
  if (tried === null || typeof tried === 'string') {
    const look = (): void => {
      tryVariants(question, TRIED, school).then(setTried, (error: Error) => setTried(error.message));
    };
    return (
      <>
        {tried !== null && <Notice>{tried}</Notice>}
        <Button icon="again" onPress={look} style={styles.look}>
          {`Look at ${TRIED} of them`}
        </Button>
      </>
    );
  }
  return (
    <View role="list" aria-label="The same with other numbers" style={styles.variants}>
      {tried.map(({ seed, question: variant, right, warnings }) => (
        <View key={seed} role="listitem" style={styles.variant}>
          <Text variant="bodySmall">{variant.words}</Text>
          <Text variant="labelMedium">{right ? answerWords(asMade(variant), right) : ''}</Text>
          {warnings.map((warning) => (
            <Text key={warning} variant="labelMedium" style={styles.warning}>
              {warning}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  made: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    paddingLeft: 12,
    paddingVertical: 8,
  },
  changing: { backgroundColor: colours.ochre },
  words: { flex: 1, gap: 4 },
  right: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flexShrink: 1 },
  sign: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
  look: { alignSelf: 'flex-start', marginTop: 6 },
  variants: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginTop: 6 },
  variant: {
    width: 190,
    padding: 8,
    gap: 4,
    backgroundColor: colours.paper,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  warning: { backgroundColor: colours.blush, padding: 4 },
});
