import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { SECTIONS } from './PlanSection';
import { goToSection, usePlanHere } from './usePlanDesk';

type Standing = 'open' | 'empty' | 'done';

const STANDING_WORDS: Record<Standing, string> = { open: ', not complete', empty: ', if you like', done: '' };

const isEmpty = ({ materials, rubric, partners }: ActivityPlan, place: PlanPlace): boolean =>
  (place === 'materials' && materials.length === 0) ||
  (place === 'rubric' && rubric.length === 0) ||
  (place === 'partners' && partners === null);

/** The parts of the form beside it: which of them are complete, and the way to each. */
export function PlanIndex() {
  const { plan, troubles } = usePlanHere();
  const standingOf = (place: PlanPlace): Standing => {
    if (troubles.some((trouble) => trouble.place === place)) return 'open';
    return isEmpty(plan, place) ? 'empty' : 'done';
  };
  return (
    <View style={styles.index} role="navigation" aria-label="Parts of the form">
      {SECTIONS.map(({ place, word }, i) => {
        const standing = standingOf(place);
        return (
          <Press
            key={place}
            role="button"
            flat
            aria-label={`${word}${STANDING_WORDS[standing]}`}
            onPress={() => goToSection(place)}
            style={styles.row}
          >
            <View style={[styles.mark, styles[standing]]} aria-hidden>
              {standing === 'done' ? (
                <LineIcon name="tick" size={15} width={3.5} />
              ) : (
                <Text variant="labelSmall">{i + 1}</Text>
              )}
            </View>
            <Text variant="labelMedium" style={styles.grow}>
              {word}
            </Text>
          </Press>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  index: { gap: 4 },
  grow: { flex: 1 },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    minHeight: TARGET.adult,
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  mark: {
    width: 26,
    height: 26,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  open: {},
  empty: { borderStyle: 'dashed', backgroundColor: 'transparent' },
  done: { backgroundColor: colours.ochre },
});
