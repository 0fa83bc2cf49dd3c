import { useRef, type PointerEvent as ReactPointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  /** Of the words, in points. */
  width: number;
  height: number;
  /** Pixels of the screen for a point of the page, and for one of the words. */
  scale: number;
  wordScale: number;
  onWidth: (width: number) => void;
}

const LEAST_WIDTH = 40;

/** Makes written words wider or narrower. */
export function WidthGrip({ width, height, scale, wordScale, onWidth }: Props) {
  const grown = useRef<{ x: number; width: number } | null>(null);
  const grip = {
    onPointerDown: (event: ReactPointerEvent) => {
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      grown.current = { x: event.clientX, width };
    },
    onPointerMove: (event: ReactPointerEvent) => {
      const { current } = grown;
      if (current) onWidth(Math.max(LEAST_WIDTH, current.width + (event.clientX - current.x) / wordScale));
    },
    onPointerUp: () => void (grown.current = null),
  };
  // As large as a finger, however small the words are shown.
  const target = TARGET.learner / scale;
  const reach = Math.max(height, target);
  const place = {
    left: width - 8 / scale,
    width: target,
    top: (height - reach) / 2,
    height: reach,
    paddingLeft: 6 / scale,
  };
  return (
    <View
      style={[styles.grip, place]}
      aria-label="Width of the words"
      role="slider"
      aria-valuenow={Math.round(width)}
      {...(grip as object)}
    >
      <View style={[styles.knob, { transform: [{ scale: 1 / scale }] }]}>
        <LineIcon name="width" size={18} />
        <Text variant="labelSmall" style={styles.word}>
          Width
        </Text>
      </View>
    </View>
  );
}

/** A drag on the grip must not scroll the page; React Native has no word for it. */
const NO_TOUCH = { touchAction: 'none' } as object;

const styles = StyleSheet.create({
  grip: {
    position: 'absolute',
    alignItems: 'flex-start',
    justifyContent: 'center',
    cursor: 'ew-resize' as never,
    ...NO_TOUCH,
  },
  knob: {
    paddingHorizontal: 3,
    alignItems: 'center',
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    transformOrigin: 'left center' as never,
  },
  word: { fontSize: 13, lineHeight: 16 },
});
