import { STATE_WORDS, type PieceState } from '@lippet/core/schedule/pieceState';
import Svg, { Circle, G, Path } from 'react-native-svg';
import { colours } from './theme';

const edge = { stroke: colours.ink, strokeWidth: 2.5 } as const;
const SHEET = 'M7 7h22l8 8v22H7z';

function Shape({ state }: { state: PieceState }) {
  switch (state) {
    case 'new':
      return (
        <>
          <Path d={SHEET} fill={colours.scrap} {...edge} />
          <Path d="M29 7v8h8" fill="none" {...edge} />
        </>
      );
    case 'started':
      return (
        <>
          <Path d={SHEET} fill={colours.ochre} {...edge} />
          <Path d="M12 29c4-9 7 5 11-4s5-2 9-5" fill="none" stroke={colours.ink} strokeWidth={3} strokeLinecap="round" />
        </>
      );
    case 'ready':
      return (
        <>
          <Path d="M6 25h32l-6 12H12z" fill={colours.ochre} {...edge} />
          <Path d="M22 6v19M22 8l11 13H22" fill={colours.scrap} {...edge} />
        </>
      );
    case 'with-teacher':
      return (
        <>
          <Path d="M6 23h32l-6 10H12z" fill={colours.sea} {...edge} />
          <Path d="M22 5v18M22 7l11 12H22" fill={colours.scrap} {...edge} />
          <Path d="M4 39c4-4 8 4 12 0s8 4 12 0 8 4 12 0" fill="none" {...edge} />
        </>
      );
    case 'another-go':
      return (
        <>
          <Path
            d="M22 5l5 4 6-1 2 6 5 4-2 6 2 6-5 4-2 6-6-1-5 4-5-4-6 1-2-6-5-4 2-6-2-6 5-4 2-6 6 1z"
            transform="translate(2.4 2.4) scale(.89)" fill={colours.vermilion} {...edge}
          />
          <Path d="M14 24a8 8 0 1 1 3 6M14 33v-6h6" fill="none" stroke={colours.scrap} strokeWidth={3} strokeLinecap="round" />
        </>
      );
    case 'finished':
      return (
        <>
          <Path d="M15 5h14l10 10v14L29 39H15L5 29V15z" fill={colours.moss} {...edge} />
          <G fill="none" stroke={colours.scrap} strokeWidth={2.8} strokeLinecap="round" strokeLinejoin="round">
            <Circle cx={22} cy={12.5} r={2.6} />
            <Path d="M22 15.500v16M17 19h10M12.500 24c1 6 5 8 9.500 8s8.500-2 9.500-8M12.500 24l-1 3.500M12.500 24l3.500 1.500M31.500 24l1 3.500M31.500 24l-3.500 1.500" />
          </G>
        </>
      );
  }
}

/** A state's stamp: its shape; the word stands beside it or is read out. */
export function Stamp({ state, size = 44 }: { state: PieceState; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 44 44" role="img" aria-label={STATE_WORDS[state]}>
      <Shape state={state} />
    </Svg>
  );
}
