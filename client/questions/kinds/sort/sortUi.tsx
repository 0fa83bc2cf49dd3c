import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { LooseOptions } from '../../LooseOptions';
import { HearOption, OptionFace, optionName } from '../../OptionFace';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

/** Things are pressed, and then the basket that they belong into: nothing has to be dragged. */
function SortAnswering({ question, answer, onAnswer }: AnsweringProps<'sort'>) {
  const { baskets, options } = question.asked;
  const [held, setHeld] = useState<string | null>(null);
  const put = new Map(answer?.pairs ?? []);
  const lyingIn = (basket: string | undefined) => options.filter(({ id }) => put.get(id) === basket);
  const keep = (next: Map<string, string>): void => onAnswer?.(next.size === 0 ? null : { pairs: [...next] });
  const putInto = (basket: string): void => {
    if (held === null) return;
    keep(new Map([...put, [held, basket]]));
    setHeld(null);
  };
  const takeOut = (thing: string): void => {
    const next = new Map(put);
    next.delete(thing);
    keep(next);
    setHeld(thing);
  };
  return (
    <View style={styles.box}>
      {onAnswer && (
        <LooseOptions label="What is to be put somewhere" options={lyingIn(undefined)} held={held} onHold={setHeld} />
      )}
      {held !== null && (
        <Text variant="bodyMedium" role="status">
          Now press where it belongs.
        </Text>
      )}
      <View style={styles.baskets}>
        {baskets.map(({ id, title }) => (
          <View key={id} role="group" aria-label={title} style={styles.basket}>
            <View style={styles.head}>
              <Text variant="titleMedium" style={styles.title}>
                {title}
              </Text>
              <HearOption option={{ words: title, sound: null }} />
            </View>
            <View style={styles.inside}>
              {lyingIn(id).map((thing) => (
                <Press
                  key={thing.id}
                  aria-label={`${optionName(thing)}: take it out again`}
                  disabled={!onAnswer}
                  flat
                  fill={colours.mist}
                  onPress={() => takeOut(thing.id)}
                  style={styles.chip}
                >
                  <OptionFace option={thing} size={56} />
                </Press>
              ))}
              {onAnswer && (
                <Press
                  aria-label={`Put it here: ${title}`}
                  disabled={held === null}
                  flat={held === null}
                  fill={colours.paper}
                  onPress={() => putInto(id)}
                  style={styles.chip}
                >
                  <Text variant="bodyLarge">…</Text>
                </Press>
              )}
            </View>
          </View>
        ))}
      </View>
    </View>
  );
}

export const sortUi: QuestionUi<'sort'> = {
  word: 'Sort',
  how: () => 'Press one, then where it belongs',
  Answering: SortAnswering,
};

const styles = StyleSheet.create({
  box: { gap: 14 },
  chip: { minHeight: TARGET.learner, minWidth: TARGET.learner, justifyContent: 'center', paddingHorizontal: 14 },
  baskets: { gap: 12 },
  basket: { backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12, gap: 10 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  title: { flexShrink: 1 },
  inside: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
