import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { LooseOptions } from '../../LooseOptions';
import { HearOption, OptionFace, optionName } from '../../OptionFace';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

/** One is pressed, and then where it belongs: nothing has to be dragged. What lies somewhere is taken back by a press. */
function MatchAnswering({ question, answer, onAnswer }: AnsweringProps<'match'>) {
  const { from, to } = question.asked;
  const [held, setHeld] = useState<string | null>(null);
  const laid = new Map(answer?.pairs ?? []);
  const free = to.filter(({ id }) => ![...laid.values()].includes(id));
  const keep = (next: Map<string, string>): void => onAnswer?.(next.size === 0 ? null : { pairs: [...next] });
  const press = (place: string): void => {
    const next = new Map(laid);
    if (held !== null) next.set(place, held);
    else next.delete(place);
    setHeld(null);
    keep(next);
  };
  return (
    <View style={styles.box}>
      {from.map((source) => {
        const { id } = source;
        const there = to.find((option) => option.id === laid.get(id));
        const says = there ? optionName(there) : 'nothing yet';
        return (
          <View key={id} style={styles.row}>
            <View style={styles.from}>
              <OptionFace option={source} size={72} />
              <HearOption option={source} />
            </View>
            <Press
              aria-label={`${optionName(source)}: ${says}${held === null ? '' : '. Put it here'}`}
              disabled={!onAnswer || (held === null && !there)}
              flat={held === null}
              fill={there ? colours.mist : colours.paper}
              onPress={() => press(id)}
              style={styles.place}
            >
              {there ? <OptionFace option={there} size={72} /> : <Text variant="bodyLarge">…</Text>}
            </Press>
          </View>
        );
      })}
      {onAnswer && <LooseOptions label="What is to be put there" options={free} held={held} onHold={setHeld} />}
      {held !== null && (
        <Text variant="bodyMedium" role="status">
          Now press where it belongs.
        </Text>
      )}
    </View>
  );
}

export const matchUi: QuestionUi<'match'> = {
  word: 'Pairs',
  how: () => 'Press one, then where it belongs',
  Answering: MatchAnswering,
};

const styles = StyleSheet.create({
  box: { gap: 10 },
  row: { flexDirection: 'row', alignItems: 'stretch', gap: 10 },
  from: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    flexWrap: 'wrap',
    gap: 6,
    paddingLeft: 12,
    paddingRight: 8,
    paddingVertical: 4,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  place: { flex: 1, minHeight: TARGET.learner + 4, justifyContent: 'center', paddingHorizontal: 12 },
});
