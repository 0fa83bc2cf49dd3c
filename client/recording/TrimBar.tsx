import { timeWords } from '@lippet/core/recording/moments';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { colours, OUTLINE } from '../ui/theme';
import { Wave } from './Wave';

const HEIGHT = 64;
/** A tab that one takes hold of: its width, and how far it hangs below. */
const GRIP = 34;
const TAB = 28;
/** What is left is at least this long, in seconds. */
const LEAST = 0.5;
/** How far an arrow key moves an end; with Shift, farther. */
const [STEP, FAR] = [0.1, 1];

interface Props {
  /** Of all that was recorded and not dropped. */
  length: number;
  peaks: readonly number[] | null;
  from: number;
  to: number;
  at: number;
  onTrim: (from: number, to: number) => void;
}

/** Where it is cut: a line across, and a tab below that one takes hold of. */
function Shears({ end }: { end: 'from' | 'to' }) {
  const edge = end === 'from' ? { left: 0 } : { right: 0 };
  return (
    <>
      <span
        aria-hidden
        style={{ position: 'absolute', top: 0, bottom: TAB, width: 4, backgroundColor: colours.ink, ...edge }}
      />
      <svg
        aria-hidden
        viewBox="0 0 34 28"
        style={{ position: 'absolute', bottom: 0, left: 0, width: GRIP, height: TAB }}
      >
        <path
          d={end === 'from' ? 'M1 1H33V14L20 27H1Z' : 'M33 1H1V14L14 27H33Z'}
          fill={colours.mist}
          stroke={colours.ink}
          strokeWidth={2}
        />
        <path d="M11 7v11M17 7v11M23 7v7" stroke={colours.ink} strokeWidth={2.5} strokeLinecap="round" />
      </svg>
    </>
  );
}

/** The shape of a recording with a tab at each end: what is outside is left out. */
export function TrimBar({ length, peaks, from, to, at, onTrim }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const set = (end: 'from' | 'to', value: number): void => {
    if (end === 'from') onTrim(Math.max(0, Math.min(value, to - LEAST)), to);
    else onTrim(from, Math.min(length, Math.max(value, from + LEAST)));
  };
  const share = (seconds: number): string => `${(seconds / length) * 100}%`;
  const grip = (end: 'from' | 'to') => {
    const value = end === 'from' ? from : to;
    const onKey = (event: KeyboardEvent): void => {
      const step = event.shiftKey ? FAR : STEP;
      const by = { ArrowRight: step, ArrowUp: step, ArrowLeft: -step, ArrowDown: -step }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      set(end, value + by);
    };
    const onPointer = ({ type, pointerId, clientX, currentTarget }: PointerEvent): void => {
      if (type === 'pointerdown') return currentTarget.setPointerCapture(pointerId);
      if (!currentTarget.hasPointerCapture(pointerId)) return;
      const { left, width } = bar.current!.getBoundingClientRect();
      set(end, ((clientX - left) / width) * length);
    };
    return (
      <div
        role="slider"
        tabIndex={0}
        aria-label={end === 'from' ? 'Begins at' : 'Ends at'}
        aria-valuemin={0}
        aria-valuemax={Math.round(length * 10) / 10}
        aria-valuenow={Math.round(value * 10) / 10}
        aria-valuetext={timeWords(value)}
        onKeyDown={onKey}
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        style={{
          position: 'absolute',
          top: 0,
          bottom: -TAB,
          width: GRIP,
          left: `calc(${share(value)} - ${end === 'from' ? 0 : GRIP}px)`,
          touchAction: 'none',
          cursor: 'ew-resize',
        }}
      >
        <Shears end={end} />
      </div>
    );
  };
  const out = { position: 'absolute', top: 0, bottom: 0, backgroundColor: colours.paper, opacity: 0.82 } as const;
  return (
    <div
      ref={bar}
      role="group"
      aria-label="Cut both ends"
      style={{
        position: 'relative',
        height: HEIGHT,
        backgroundColor: colours.scrap,
        border: `${OUTLINE}px solid ${colours.ink}`,
        marginBottom: TAB,
      }}
    >
      {peaks && <Wave peaks={peaks} heard={0} height={HEIGHT} />}
      <div aria-hidden style={{ ...out, left: 0, width: share(from) }} />
      <div aria-hidden style={{ ...out, left: share(to), right: 0 }} />
      <div
        aria-hidden
        style={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          left: share(Math.min(length, from + at)),
          width: 3,
          backgroundColor: colours.vermilion,
        }}
      />
      {grip('from')}
      {grip('to')}
    </div>
  );
}
