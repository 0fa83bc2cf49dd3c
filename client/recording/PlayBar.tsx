import { timeWords } from '@lippet/core/recording/moments';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, OUTLINE } from '../ui/theme';
import type { Player } from './usePlayer';
import { Wave } from './Wave';

/** How far an arrow key goes, in seconds; with Shift, and Page Up and Down, farther. */
const [STEP, FAR] = [1, 5];
const WAVE_HEIGHT = 60;

interface Props {
  player: Player;
  /** What is played, for those who can't see it. */
  label: string;
  /** The shape of what is kept; null while it is not known. */
  peaks: readonly number[] | null;
  /** Moments that have a note, in seconds. */
  pins?: readonly { id: string; second: number; number: number }[];
}

/** Play and pause, the shape of the sound with where one is, and the time. */
export function PlayBar({ player, label, peaks, pins = [] }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const { playing, at, length, toggle, seek } = player;
  const share = length > 0 ? Math.min(1, at / length) : 0;
  const onKey = (event: KeyboardEvent): void => {
    const by = {
      ArrowRight: event.shiftKey ? FAR : STEP,
      ArrowLeft: event.shiftKey ? -FAR : -STEP,
      PageUp: FAR,
      PageDown: -FAR,
      Home: -length,
      End: length,
    }[event.key];
    if (by !== undefined) seek(at + by);
    else if (event.key === ' ' || event.key === 'Enter') toggle();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const point = ({ clientX, pointerId, type }: PointerEvent): void => {
    const element = bar.current!;
    if (type === 'pointerdown') element.setPointerCapture(pointerId);
    else if (!element.hasPointerCapture(pointerId)) return;
    const { left, width } = element.getBoundingClientRect();
    seek(((clientX - left) / width) * length);
  };
  return (
    <View style={styles.row}>
      <Press
        aria-label={`${playing ? 'Pause' : 'Play'} ${label}`}
        fill={colours.ochre}
        onPress={toggle}
        style={styles.play}
      >
        <LineIcon name={playing ? 'pause' : 'play'} size={26} width={2.6} />
      </Press>
      <View style={styles.grow}>
        <div
          ref={bar}
          role="slider"
          tabIndex={0}
          aria-label={`Moment of ${label}`}
          aria-valuemin={0}
          aria-valuemax={Math.round(length * 10) / 10}
          aria-valuenow={Math.round(at * 10) / 10}
          aria-valuetext={`${timeWords(at)} of ${timeWords(length)}`}
          data-testid="moment"
          onKeyDown={onKey}
          onPointerDown={point}
          onPointerMove={point}
          style={{
            position: 'relative',
            height: WAVE_HEIGHT,
            backgroundColor: colours.scrap,
            border: `${OUTLINE}px solid ${colours.ink}`,
            touchAction: 'none',
            cursor: 'pointer',
          }}
        >
          {peaks && <Wave peaks={peaks} heard={share} height={WAVE_HEIGHT} />}
          {pins.map(({ id, second, number }) => (
            <div
              key={id}
              aria-hidden
              style={{
                position: 'absolute',
                top: 0,
                bottom: 0,
                left: `${(second / length) * 100}%`,
                width: 2,
                backgroundColor: colours.sea,
              }}
            >
              <span
                style={{
                  position: 'absolute',
                  top: 0,
                  left: 0,
                  backgroundColor: colours.sea,
                  color: colours.scrap,
                  fontSize: 13,
                  fontWeight: 700,
                  padding: '0 5px',
                  fontFamily: 'inherit',
                }}
              >
                {number}
              </span>
            </div>
          ))}
          <div
            aria-hidden
            style={{
              position: 'absolute',
              top: -2,
              bottom: -2,
              left: `calc(${share * 100}% - 1.5px)`,
              width: 3,
              backgroundColor: colours.vermilion,
            }}
          />
        </div>
        <Text variant="labelSmall" style={styles.time}>{`${timeWords(at)} of ${timeWords(length)}`}</Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 14, alignItems: 'flex-start' },
  grow: { flex: 1, gap: 2 },
  play: { width: 60, height: 60, alignItems: 'center', justifyContent: 'center' },
  time: { textAlign: 'right', fontVariant: ['tabular-nums'] },
});
