import { create } from 'qrcode';
import { useMemo } from 'react';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours } from '../ui/theme';

/** Modules of white around it, as ISO/IEC 18004 asks. */
const QUIET = 4;

/** A text as a QR code. */
export function QrCode({ text, side }: { text: string; side: number }) {
  const { path, size } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    let d = '';
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x + QUIET} ${y + QUIET}h1v1h-1Z`;
    return { path: d, size: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <Svg width={side} height={side} viewBox={`0 0 ${size} ${size}`} role="img" aria-label="QR code for the phone">
      <Rect width={size} height={size} fill={colours.scrap} />
      <Path d={path} fill={colours.ink} />
    </Svg>
  );
}
