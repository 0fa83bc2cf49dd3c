import { useState, type MouseEvent, type ReactNode } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { useLocalFile } from '../recording/useLocalFile';
import { colours, OUTLINE } from '../ui/theme';

/** A point of a picture, in shares of its width and height. */
export interface PicturePoint {
  x: number;
  y: number;
}

interface Props {
  media: string;
  /** What the picture is, for those who can't see it. */
  alt: string;
  /** Lies over the picture, placed in percent. */
  children?: ReactNode;
  /** Null where pressing the picture does nothing. */
  onPoint?: ((point: PicturePoint) => void) | null;
}

/** In pixels; and so that what is put onto it is in sight too, in shares of the window's height. */
const MOST_WIDE = 560;
const PART_OF_HEIGHT = 0.36;
/** In a low window the places of a picture would lie on each other. */
const LEAST_HIGH = 280;
const PICTURE = { width: '100%', height: '100%', display: 'block' } as const;
const OVER = { position: 'absolute', inset: 0, cursor: 'crosshair' } as const;

/** A picture in its own proportions, as wide as there is room, with places over it. */
export function PictureGround({ media, alt, children, onPoint = null }: Props) {
  const local = useLocalFile(media);
  const { height } = useWindowDimensions();
  const [ratio, setRatio] = useState(1);
  if (local === undefined) return null;
  const uri = local ?? `/api/media/${media}`;
  const point = ({ clientX, clientY, currentTarget }: MouseEvent<HTMLElement>): void => {
    const { left, top, width, height: high } = currentTarget.getBoundingClientRect();
    const share = (from: number, side: number): number => Math.min(1, Math.max(0, from / Math.max(1, side)));
    onPoint?.({ x: share(clientX - left, width), y: share(clientY - top, high) });
  };
  return (
    <View
      style={[
        styles.ground,
        { aspectRatio: ratio, maxWidth: Math.min(MOST_WIDE, Math.max(LEAST_HIGH, height * PART_OF_HEIGHT) * ratio) },
      ]}
    >
      <img
        src={uri}
        alt={alt}
        style={PICTURE}
        onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) =>
          setRatio(naturalWidth / Math.max(1, naturalHeight))
        }
      />
      {/* For a pointer; by keys, what lies over it does the same. */}
      {onPoint && <div aria-hidden style={OVER} onClick={point} />}
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  ground: {
    width: '100%',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
});
