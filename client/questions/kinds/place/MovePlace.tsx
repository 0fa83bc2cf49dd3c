import type { Region } from '@lippet/core/questions/kinds/place/place';
import { StyleSheet, View } from 'react-native';
import { LineIcon, type LineName } from '../../../ui/LineIcon';
import { Press } from '../../../ui/Press';
import { TARGET } from '../../../ui/theme';
import { movedRegion } from './regionAround';

/** So far with one press, in shares of the picture. */
const STEP = 0.03;

const WAYS: readonly { word: string; icon: LineName; by: { x?: number; y?: number; size?: number } }[] = [
  { word: 'left', icon: 'back', by: { x: -STEP } },
  { word: 'right', icon: 'forward', by: { x: STEP } },
  { word: 'up', icon: 'up', by: { y: -STEP } },
  { word: 'down', icon: 'down', by: { y: STEP } },
  { word: 'larger', icon: 'plus', by: { size: STEP } },
];

interface Props {
  /** What is moved: "place 1". */
  name: string;
  region: Region;
  onRegion: (region: Region) => void;
}

/** Moves a place without a pointer. */
export function MovePlace({ name, region, onRegion }: Props) {
  return (
    <View role="group" aria-label={`Move ${name}`} style={styles.row}>
      {WAYS.map(({ word, icon, by }) => (
        <Press
          key={word}
          flat
          aria-label={`${name}: ${word}`}
          onPress={() => onRegion(movedRegion(region, by))}
          style={styles.step}
        >
          <LineIcon name={icon} size={18} />
        </Press>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 4 },
  step: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
});
