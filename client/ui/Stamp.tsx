import { STATE_WORDS, type PieceState } from '@lippet/core/piece/pieceState';
import Svg, { Path } from 'react-native-svg';
import { STAMP_SHAPES } from './stampShapes';

/** A state's stamp: its shape; the word stands beside it or is read out. */
export function Stamp({ state, size = 44 }: { state: PieceState; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 44 44" role="img" aria-label={STATE_WORDS[state]}>
      {STAMP_SHAPES[state].map(({ round, transform, ...path }) => (
        <Path
          key={path.d}
          {...path}
          {...(round && { strokeLinecap: 'round', strokeLinejoin: 'round' })}
          {...(transform && { transform })}
        />
      ))}
    </Svg>
  );
}
