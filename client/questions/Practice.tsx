import type { TryView, VariantView } from '@lippet/core/contract/tries';
import { isComplete, type Answer } from '@lippet/core/questions/question';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { questionUi } from './registry';
import { TryResult } from './TryResult';
import type { Tries } from './useTries';

interface Props {
  part: string;
  question: string;
  tries: Tries;
  /** Whether one that is right earns the marks of the question back. */
  earnsBack: boolean;
}

/** One like it, with other numbers, and how far its learner is with it. */
interface Practising {
  view: VariantView;
  answer: Answer | null;
  tried: TryView | null;
}

/** The same question with other numbers, as often as one likes: it can only help. */
export function Practice({ part, question, tries, earnsBack }: Props) {
  const [now, setNow] = useState<Practising | null>(null);
  const busy = tries.giving.kind === 'giving';
  const begin = async (): Promise<void> => {
    const view = await tries.another(part, question);
    if (view) setNow({ view, answer: null, tried: null });
  };
  const give = async ({ view, answer }: Practising): Promise<void> => {
    if (!answer) return;
    const tried = await tries.give({ part, question, variant: view.variant, answer });
    if (tried) setNow({ view, answer, tried });
  };
  return (
    <View style={styles.box}>
      {now && (
        <>
          <View style={styles.asked}>
            <Text variant="titleMedium" role="heading" aria-level={3} style={styles.words}>
              {now.view.asked.words}
            </Text>
            <HearSign text={now.view.asked.words} label="the question like it" />
          </View>
          <Answering practising={now} onAnswer={(answer) => setNow({ ...now, answer })} />
          {now.tried ? (
            <TryResult tries={[now.tried]} left={0} practised />
          ) : (
            <Button
              kind="main"
              icon="tick"
              disabled={busy || !now.answer || !isComplete(now.view.asked, now.answer)}
              onPress={() => void give(now)}
              style={styles.way}
            >
              Give this one
            </Button>
          )}
        </>
      )}
      {(!now || now.tried) && (
        <>
          {!now && (
            <Text variant="bodyMedium">
              {earnsBack
                ? 'The same with other numbers. Right at the first go, it earns these marks back.'
                : 'The same with other numbers. It costs nothing.'}
            </Text>
          )}
          <Button icon="again" disabled={busy} onPress={() => void begin()} style={styles.way}>
            {now ? 'Another one like it' : 'Try one like it'}
          </Button>
        </>
      )}
      {tries.giving.kind === 'failed' && tries.giving.question === question && <Notice>{tries.giving.why}</Notice>}
    </View>
  );
}

function Answering({ practising, onAnswer }: { practising: Practising; onAnswer: (answer: Answer | null) => void }) {
  const { view, answer, tried } = practising;
  const { Answering: Kind } = questionUi(view.asked.kind);
  return (
    <Kind
      key={view.variant}
      question={view.asked as never}
      answer={answer as never}
      onAnswer={tried ? null : (next: object | null) => onAnswer(next as Answer | null)}
    />
  );
}

const styles = StyleSheet.create({
  box: { gap: 12, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  asked: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
