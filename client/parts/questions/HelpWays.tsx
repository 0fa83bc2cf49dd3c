import type { AskedQuestion } from '@lippet/core/questions/question';
import { StyleSheet, View } from 'react-native';
import type { QuestionHelpWays } from '../../questions/useQuestionHelp';
import type { Tries } from '../../questions/useTries';
import { Button } from '../../ui/Button';
import type { Around } from '../partKind';

interface Props {
  part: string;
  question: AskedQuestion;
  /** How many hints were asked for. */
  hints: number;
  help: QuestionHelpWays;
  tries: Tries;
  around: Around;
}

/** All help that there is with a question. None of it costs a mark. */
export function HelpWays({ part, question, hints, help, tries, around }: Props) {
  const busy = tries.giving.kind === 'giving';
  const { look } = question;
  const material = look && around.materials.find(({ id }) => id === look.material);
  const lookWords = look && material ? [material.title, look.words].filter((words) => words.trim() !== '') : [];
  return (
    <View role="group" aria-label="Help" style={styles.ways}>
      {hints < question.hints && (
        <Button icon="torch" disabled={busy} onPress={() => void tries.hint(part, question.id, hints + 1)}>
          {hints === 0 ? 'A hint' : 'One more hint'}
        </Button>
      )}
      {help.steps.length < question.steps && (
        <Button icon="numbers" disabled={busy} onPress={() => void help.askStep()}>
          {help.steps.length === 0 ? 'In small steps' : 'The next step'}
        </Button>
      )}
      {question.example && !help.example && (
        <Button icon="plan" disabled={busy} onPress={() => void help.askExample()}>
          Show me one like it
        </Button>
      )}
      {look && material && (
        <Button
          icon="eye"
          onPress={() => {
            help.look();
            around.onLook(look.material);
          }}
        >
          {`Look here: ${lookWords.join(', ')}`}
        </Button>
      )}
      <Button icon="ask" onPress={() => around.onAsk({ id: question.id, words: question.words })}>
        Ask about this
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({ ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
