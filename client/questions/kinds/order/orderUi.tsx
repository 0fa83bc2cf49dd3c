import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../../ui/LineIcon';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { HearOption, OptionFace, optionName } from '../../OptionFace';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

/** Things in rows, each with a way up and a way down. */
function OrderAnswering({ question, answer, onAnswer }: AnsweringProps<'order'>) {
  const { options } = question.asked;
  const order = answer?.order ?? options.map(({ id }) => id);
  const move = (index: number, by: number): void => {
    const next = [...order];
    next.splice(index + by, 0, ...next.splice(index, 1));
    onAnswer?.({ order: next });
  };
  return (
    <View role="list" aria-label={question.words} style={styles.list}>
      {order.map((id, index) => {
        const option = options.find((one) => one.id === id)!;
        const words = optionName(option);
        return (
          <View key={id} role="listitem" aria-label={`${index + 1}, ${words}`} style={styles.row}>
            <Text variant="titleLarge" style={styles.number}>
              {index + 1}
            </Text>
            <View style={styles.thing}>
              <OptionFace option={option} size={72} />
            </View>
            <HearOption option={option} />
            {onAnswer && (
              <>
                <Press
                  aria-label={`${words}: up`}
                  disabled={index === 0}
                  onPress={() => move(index, -1)}
                  style={styles.step}
                >
                  <LineIcon name="up" />
                </Press>
                <Press
                  aria-label={`${words}: down`}
                  disabled={index === order.length - 1}
                  onPress={() => move(index, 1)}
                  style={styles.step}
                >
                  <LineIcon name="down" />
                </Press>
              </>
            )}
          </View>
        );
      })}
    </View>
  );
}

export const orderUi: QuestionUi<'order'> = {
  word: 'Order',
  how: () => 'Put them in order',
  Answering: OrderAnswering,
};

const styles = StyleSheet.create({
  list: { gap: 10 },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingVertical: 8,
    paddingHorizontal: 10,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  number: { width: 26 },
  thing: { flex: 1 },
  step: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
});
