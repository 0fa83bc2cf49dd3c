import { filledSpots, type Spot } from '@lippet/core/page/spots';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useLarger } from '../../stores/settings';
import { Button } from '../../ui/Button';
import { LineIcon, type LineName } from '../../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import type { Surface } from '../surface/surface';
import { goToSpot, stepToSpot } from './goToSpot';
import { useOnScreen } from './useOnScreen';

const KINDS: Record<Spot['kind'], { icon: LineName; verb: string }> = {
  ink: { icon: 'pen', verb: 'Draw' },
  words: { icon: 'words', verb: 'Write' },
  photo: { icon: 'camera', verb: 'Take a photo' },
};

/** A label's widest, and about how wide a letter of it is, in pixels, at the usual size of texts. */
const LABEL = { most: 220, letter: 7.4, around: 42 };

/** The places on a page that wait for something: a dashed box, its label, and the tool for it at a tap. */
export function Spots({ surface, editable }: { surface: Surface; editable: boolean }) {
  const { at, scale } = useOnScreen(surface);
  const larger = useLarger();
  const spots = surface.page.spots ?? [];
  if (spots.length === 0) return null;
  const filled = filledSpots(spots, surface.allItems);
  const { view } = surface.state.getState();
  const empty = spots.filter(({ id, needed }) => needed && !filled.has(id)).length;
  const widest = Math.min(LABEL.most * larger, view.width);
  return (
    <>
      {spots.map((spot) => {
        const { left, top } = at(spot.x, spot.y);
        const done = filled.has(spot.id);
        const open = spot.needed ? colours.vermilion : colours.soft;
        const { icon, verb } = KINDS[spot.kind];
        // A label near the edge moves in, so that all of it can be read.
        const wide = Math.min(widest, LABEL.around + spot.label.length * LABEL.letter * larger);
        const labelLeft = Math.max(0, Math.min(left, view.width - wide));
        const words = `${spot.label}${spot.needed && !done ? ', needed' : ''}${done ? ', done' : ''}`;
        return (
          <View key={spot.id} style={styles.spot}>
            <View
              style={[
                styles.box,
                {
                  left,
                  top,
                  width: spot.width * scale,
                  height: spot.height * scale,
                  borderColor: done ? colours.moss : open,
                },
              ]}
            />
            <Pressable
              role="button"
              disabled={!editable}
              aria-label={editable ? `${verb}: ${words}` : words}
              onPress={() => goToSpot(surface, spot)}
              style={[styles.label, { left: labelLeft, bottom: view.height - top - 1, maxWidth: widest }]}
            >
              <View style={[styles.tag, { backgroundColor: done ? colours.moss : colours.scrap }]}>
                <LineIcon
                  name={done ? 'tick' : icon}
                  size={16}
                  colour={done ? colours.scrap : colours.ink}
                  width={done ? 3.5 : 2}
                />
                <Text variant="labelSmall" style={[styles.words, { color: done ? colours.scrap : colours.ink }]}>
                  {spot.label}
                </Text>
              </View>
            </Pressable>
          </View>
        );
      })}
      {editable && empty > 0 && (
        <View style={styles.next}>
          <Button
            icon="forward"
            label={`${empty} to fill: next empty place`}
            onPress={() => stepToSpot(surface)}
          >{`${empty} to fill`}</Button>
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  next: { position: 'absolute', right: 10, bottom: 10 },
  spot: { ...StyleSheet.absoluteFill, pointerEvents: 'box-none' },
  box: { position: 'absolute', borderWidth: OUTLINE, borderStyle: 'dashed', pointerEvents: 'none' },
  label: {
    position: 'absolute',
    minHeight: TARGET.learner,
    minWidth: TARGET.learner,
    justifyContent: 'flex-end',
  },
  words: { flexShrink: 1 },
  tag: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    paddingHorizontal: 6,
    minHeight: 26,
    alignSelf: 'flex-start',
    maxWidth: '100%',
  },
});
