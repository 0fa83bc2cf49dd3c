import type { DayStamp } from '@lippet/core/contract/class';
import type { ReactNode } from 'react';
import Svg, { Circle, Path } from 'react-native-svg';
import { colours } from '../ui/theme';

const EDGE = { stroke: colours.ink, strokeWidth: 2.5, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

/** A small boat with its mast at `x`, on water at `y`, leaning by degrees. */
const boat = (lean: number, sail: string): ReactNode => (
  <>
    <Path d="M12 34h24l-5 7H17Z" fill={colours.scrap} {...EDGE} transform={`rotate(${lean} 24 36)`} />
    <Path d="M24 33V10l10 17H24" fill={sail} {...EDGE} transform={`rotate(${lean} 24 36)`} />
  </>
);

/** The five kinds of weather as pictures, each told apart by its shape alone. */
const SHAPES: Record<DayStamp, ReactNode> = {
  calm: (
    <>
      <Circle cx={36} cy={12} r={6} fill={colours.ochre} {...EDGE} />
      {boat(0, colours.scrap)}
      <Path d="M4 43h40" fill="none" {...EDGE} />
    </>
  ),
  breeze: (
    <>
      {boat(-8, colours.ochre)}
      <Path d="M4 44c4-4 8-4 12 0s8 4 12 0 8-4 12 0M5 14h9M3 21h8" fill="none" {...EDGE} />
    </>
  ),
  gusty: (
    <>
      {boat(-22, colours.vermilion)}
      <Path d="M3 12h12c5 0 5-7 0-7M2 20h9M3 44c5-7 9-7 13-1s8 5 13-1 9-4 15 1" fill="none" {...EDGE} />
    </>
  ),
  storm: (
    <>
      <Path d="M10 22c-8 0-7-11 1-10 2-9 16-9 18-1 9-3 13 11 3 11Z" fill={colours.soft} {...EDGE} />
      <Path d="M25 22l-7 9h8l-5 8" fill="none" {...EDGE} stroke={colours.vermilion} strokeWidth={3.5} />
      <Path d="M3 45c4-8 9-8 12-1 4-8 10-8 13 0 4-8 11-7 16 0" fill="none" {...EDGE} />
    </>
  ),
  fog: (
    <>
      <Circle cx={24} cy={18} r={9} fill={colours.tide} {...EDGE} />
      <Path d="M5 27h30M13 33h30M4 39h26M18 45h22" fill="none" {...EDGE} />
    </>
  ),
};

export function DayStampShape({ stamp, size = 48 }: { stamp: DayStamp; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 48 48" aria-hidden>
      {SHAPES[stamp]}
    </Svg>
  );
}
