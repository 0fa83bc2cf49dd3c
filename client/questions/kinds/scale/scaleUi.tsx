import { STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PoleSlider } from '../../../parts/scale/PoleSlider';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

function ScaleAnswering({ question, answer, onAnswer }: AnsweringProps<'scale'>) {
  const step = answer?.step ?? null;
  return (
    <View style={styles.box}>
      <PoleSlider
        label={question.words}
        step={step}
        onStep={onAnswer && ((next) => onAnswer(next === null ? null : { step: next }))}
      />
      <Text variant="titleMedium" role="status">
        {step === null ? 'Not set yet' : STEPS[step - 1]}
      </Text>
    </View>
  );
}

/** How far something holds, as the part `scale` looks. */
export const scaleUi: QuestionUi<'scale'> = {
  word: 'Scale',
  how: () => 'Press the pole, as high as it is so. Nothing is wrong here',
  Answering: ScaleAnswering,
};

const styles = StyleSheet.create({ box: { gap: 12, alignSelf: 'flex-start' } });
