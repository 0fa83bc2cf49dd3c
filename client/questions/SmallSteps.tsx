import type { HelpUsed, StepView } from '@lippet/core/contract/questionHelp';
import { isComplete, type Answer } from '@lippet/core/questions/question';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { questionUi } from './registry';

interface Props {
  steps: readonly StepView[];
  /** What came of steps that were answered. */
  used: readonly HelpUsed[];
  busy: boolean;
  onAnswer: (number: number, answer: object) => void;
}

/** The way to an answer in small steps, one below the other. None of them counts. */
export function SmallSteps({ steps, used, busy, onAnswer }: Props) {
  return steps.map((step) => (
    <SmallStep
      key={step.number}
      step={step}
      right={used.find(({ kind, number }) => kind === 'step' && number === step.number)?.right ?? null}
      busy={busy}
      onAnswer={(answer) => onAnswer(step.number, answer)}
    />
  ));
}

interface StepProps {
  step: StepView;
  right: boolean | null;
  busy: boolean;
  onAnswer: (answer: object) => void;
}

function SmallStep({ step: { number, asked }, right, busy, onAnswer }: StepProps) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { Answering } = questionUi(asked.kind);
  const name = `step ${number}`;
  return (
    <View role="group" aria-label={`Step ${number}`} style={styles.step}>
      <View style={styles.row}>
        <Text variant="titleMedium" role="heading" aria-level={3} style={styles.words}>
          {`${number}  ${asked.words}`}
        </Text>
        <HearSign text={asked.words} label={name} />
      </View>
      <Answering
        question={asked as never}
        answer={answer as never}
        onAnswer={right === true ? null : (next: object | null) => setAnswer(next as Answer | null)}
      />
      {right !== null && (
        <View role="status" style={styles.row}>
          <LineIcon name={right ? 'tick' : 'again'} size={22} width={3} />
          <Text variant="titleMedium">{right ? 'Yes.' : 'Not yet.'}</Text>
        </View>
      )}
      {right !== true && (
        <Button
          icon="tick"
          label={`Is that it? ${name}`}
          disabled={busy || !answer || !isComplete(asked, answer)}
          onPress={() => answer && onAnswer(answer)}
          style={styles.way}
        >
          Is that it?
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  step: { gap: 10, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
