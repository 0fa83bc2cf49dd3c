import { usePathname } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ScreenFaults } from './Faults';
import { LineIcon, type LineName } from './LineIcon';
import { colours } from './theme';
import { useLayout } from './useLayout';
import { Way } from './Way';

export interface Place {
  path: '/now' | '/plan' | '/shelf' | '/our-class' | '/to-review' | '/activities' | '/class' | '/marks';
  word: string;
  icon: LineName;
}

/**
 * A screen among a person's places: the places at the foot of a phone, at the side of a wide view or of a phone that
 * lies on its side.
 */
export function Places({ places, children }: { places: readonly Place[]; children: ReactNode }) {
  const beside = useLayout() !== 'phone';
  const path = usePathname();
  return (
    <View style={[styles.frame, beside && styles.frameWide]}>
      <View style={styles.screen}>
        <ScreenFaults key={path}>{children}</ScreenFaults>
      </View>
      <View role="navigation" aria-label="Places" style={[styles.bar, beside && styles.rail]}>
        {places.map((place) => {
          const here = path === place.path;
          const colour = here ? colours.ochre : colours.scrap;
          return (
            <Way key={place.path} to={place.path} place label={place.word} current={here} style={styles.place}>
              <LineIcon name={place.icon} colour={colour} size={26} />
              <Text variant="labelMedium" style={{ color: colour }}>
                {place.word}
              </Text>
            </Way>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { flex: 1, backgroundColor: colours.paper },
  frameWide: { flexDirection: 'row-reverse' },
  screen: { flex: 1 },
  // Large words take a second row.
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    backgroundColor: colours.ink,
    paddingVertical: 8,
    justifyContent: 'space-evenly',
  },
  rail: {
    flexDirection: 'column',
    flexWrap: 'nowrap',
    minWidth: 104,
    justifyContent: 'flex-start',
    paddingVertical: 18,
    gap: 14,
  },
  place: { minHeight: 56, minWidth: 76, alignItems: 'center', justifyContent: 'center', gap: 4, paddingHorizontal: 8 },
});
