import { MAX_TEXT, type PictureItem } from '@lippet/core/page/item';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { useKeeping } from '../../ui/useKeeping';
import type { Surface } from '../surface/surface';

type Crop = PictureItem['crop'];
type Side = 'left' | 'top' | 'right' | 'bottom';
const STEP = 0.05;
/** At least this share of a picture stays. */
const LEAST = 0.1;

/** A crop with one side moved in (positive) or out, as far as there is picture. */
export function cropped([left, top, width, height]: Crop, side: Side, by: number): Crop {
  const clamp = (value: number, least: number, most: number): number =>
    Number(Math.min(most, Math.max(least, value)).toFixed(4));
  switch (side) {
    case 'left': {
      const moved = clamp(left + by, 0, left + width - LEAST);
      return [moved, top, Number((left + width - moved).toFixed(4)), height];
    }
    case 'top': {
      const moved = clamp(top + by, 0, top + height - LEAST);
      return [left, moved, width, Number((top + height - moved).toFixed(4))];
    }
    case 'right':
      return [left, top, clamp(width - by, LEAST, 1 - left), height];
    case 'bottom':
      return [left, top, width, clamp(height - by, LEAST, 1 - top)];
  }
}

const SIDES: { side: Side; word: string }[] = [
  { side: 'left', word: 'Left' },
  { side: 'top', word: 'Top' },
  { side: 'right', word: 'Right' },
  { side: 'bottom', word: 'Bottom' },
];

/**
 * Cuts a picture's edges away and gives them back: nothing of it is lost. Below, its words for those who can't see it.
 */
export function CropPanel({
  surface,
  picture,
  onDone,
}: {
  surface: Surface;
  picture: PictureItem;
  onDone: () => void;
}) {
  const [alt, setAlt] = useState(picture.alt);
  const row = useRef({}).current;
  const change = (fields: object, of: object | null = null): void => {
    const before = surface.top.items.get(picture.id);
    if (before)
      surface.change([{ page: surface.page.id, id: picture.id, after: { ...before.toJSON(), ...fields } }], of);
  };
  useKeeping(alt, () => change({ alt }, row));
  const crop = (side: Side, by: number): void => {
    const next = cropped(picture.crop, side, by);
    // What stays keeps its size on the page, and its place.
    const [wide, high] = [picture.width / picture.crop[2], picture.height / picture.crop[3]];
    const [a, b, c, d, e, f] = picture.matrix;
    const [dx, dy] = [(next[0] - picture.crop[0]) * wide, (next[1] - picture.crop[1]) * high];
    change({
      crop: next,
      width: next[2] * wide,
      height: next[3] * high,
      matrix: [a, b, c, d, e + a * dx + c * dy, f + b * dx + d * dy],
    });
  };
  return (
    <View style={styles.panel}>
      <View style={styles.sides}>
        {SIDES.map(({ side, word }) => (
          <View key={side} style={styles.side}>
            <Text variant="labelSmall">{word}</Text>
            <View style={styles.pair}>
              <Button label={`${word} edge in`} onPress={() => crop(side, STEP)} style={styles.small}>
                −
              </Button>
              <Button label={`${word} edge out`} onPress={() => crop(side, -STEP)} style={styles.small}>
                +
              </Button>
            </View>
          </View>
        ))}
      </View>
      <Field label="What it shows, in words" value={alt} onChangeText={setAlt} maxLength={MAX_TEXT} />
      <Button onPress={onDone}>Done</Button>
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { padding: 10, gap: 10 },
  sides: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  side: { gap: 2 },
  pair: { flexDirection: 'row', gap: 6 },
  small: { paddingHorizontal: 10 },
});
