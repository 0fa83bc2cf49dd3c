import { StyleSheet, View } from 'react-native';
import { LineIcon } from '../../../ui/LineIcon';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { HearOption, OptionFace, optionName } from '../../OptionFace';
import type { AnsweringProps, QuestionUi } from '../../questionUi';

/** One of the options, or several: each is a row as large as a finger, with a box that is ticked. */
function ChooseAnswering({ question, answer, onAnswer }: AnsweringProps<'choose'>) {
  const { options, several } = question.asked;
  const chosen = answer?.chosen ?? [];
  // Pictures lie side by side, so that all are seen at once.
  const pictured = options.some(({ picture }) => picture !== null);
  const toggle = (id: string): void => {
    if (!several) return onAnswer?.({ chosen: [id] });
    const next = chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id];
    onAnswer?.(next.length === 0 ? null : { chosen: next });
  };
  return (
    <View
      role={several ? 'group' : 'radiogroup'}
      aria-label={question.words}
      style={[styles.list, pictured && styles.grid]}
    >
      {options.map((option) => {
        const { id } = option;
        const on = chosen.includes(id);
        return (
          <View key={id} style={[styles.row, pictured && styles.tile]}>
            <Press
              role={several ? 'checkbox' : 'radio'}
              aria-checked={on}
              aria-label={optionName(option)}
              flat={on}
              disabled={!onAnswer}
              fill={on ? colours.ochre : colours.scrap}
              onPress={() => toggle(id)}
              style={[styles.option, pictured && styles.upright]}
            >
              <View style={[styles.box, !several && styles.round]}>{on && <LineIcon name="tick" size={20} />}</View>
              <OptionFace option={option} />
            </Press>
            <HearOption option={option} />
          </View>
        );
      })}
    </View>
  );
}

export const chooseUi: QuestionUi<'choose'> = {
  word: 'Choose',
  how: ({ asked }) => (asked.several ? 'Choose all that are right' : 'Choose one'),
  Answering: ChooseAnswering,
};

const styles = StyleSheet.create({
  list: { gap: 12 },
  grid: { flexDirection: 'row', flexWrap: 'wrap' },
  tile: { flexGrow: 1, flexBasis: 140, maxWidth: 220, flexDirection: 'column', alignItems: 'stretch' },
  upright: { flexDirection: 'column', flexGrow: 0, flexBasis: 'auto', paddingVertical: 10 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  option: {
    flex: 1,
    minHeight: TARGET.learner + 8,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 12,
    paddingVertical: 8,
  },
  box: {
    width: 28,
    height: 28,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  round: { borderRadius: 14 },
});
