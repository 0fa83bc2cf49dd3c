import { KEY_DRAWINGS, type KeyPicture as Name } from '@lippet/core/contract/pictureKey';
import Svg, { Path } from 'react-native-svg';
import { colours } from './theme';

/** One of the pictures of a picture key. */
export function KeyPicture({ name, size = 60, colour = colours.ink }: { name: Name; size?: number; colour?: string }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path
        d={KEY_DRAWINGS[name]}
        fill="none"
        stroke={colour}
        strokeWidth={1.5}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </Svg>
  );
}
