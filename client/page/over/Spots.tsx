import { filledSpots, type Spot } from '@lippet/core/page/spots';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
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

/** About how wide a label is, in pixels. */
const LABEL_MOST = (label: string): number => Math.min(220, 42 + label.length * 7.4);

/** The places on a page that wait for something: a dashed box, its label, and the tool for it at a tap. */
export function Spots({ surface, editable }: { surface: Surface; editable: boolean }) {
  const { at, scale } = useOnScreen(surface);
  const spots = surface.page.spots ?? [];
  if (spots.length === 0) return null;
  const filled = filledSpots(spots, surface.allItems);
  const { view } = surface.state.getState();
  const empty = spots.filter(({ id, needed }) => needed && !filled.has(id)).length;
  return (
    <>
      {spots.map((spot) => {
        const { left, top } = at(spot.x, spot.y);
        const done = filled.has(spot.id);
        const open = spot.needed ? colours.vermilion : colours.soft;
        const { icon, verb } = KINDS[spot.kind];
        // A label near the edge moves in, so that all of it can be read.
        const labelLeft = Math.max(0, Math.min(left, view.width - LABEL_MOST(spot.label)));
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
              style={[styles.label, { left: labelLeft, top: top - TARGET.learner + 1 }]}
            >
              <View style={[styles.tag, { backgroundColor: done ? colours.moss : colours.scrap }]}>
                <LineIcon
                  name={done ? 'tick' : icon}
                  size={16}
                  colour={done ? colours.scrap : colours.ink}
                  width={done ? 3.5 : 2}
                />
                <Text variant="labelSmall" numberOfLines={1} style={{ color: done ? colours.scrap : colours.ink }}>
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
    height: TARGET.learner,
    minWidth: TARGET.learner,
    justifyContent: 'flex-end',
    maxWidth: 220,
  },
  tag: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    paddingHorizontal: 6,
    height: 26,
    alignSelf: 'flex-start',
    maxWidth: 220,
  },
});
