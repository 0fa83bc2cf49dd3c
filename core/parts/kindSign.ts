import { signOf, type PartKind } from './part';

/** Something that is made in no way of these. */
const BLANK = 'M26 14h48v72H26Z';

/**
 * A page of its own size with a sign in its middle, as SVG.
 *
 * @param kind of the part; null for none
 * @param colours of the lines and of the ground, `#RRGGBB`
 */
export function kindSignSvg(kind: PartKind | null, { line, ground }: { line: string; ground: string }): string {
  return (
    '<svg xmlns="http://www.w3.org/2000/svg" width="297" height="420" viewBox="0 0 100 141.4">' +
    `<rect width="100" height="141.4" fill="${ground}"/>` +
    `<path transform="translate(0 20.700)" d="${kind ? signOf(kind) : BLANK}" fill="none" stroke="${line}" ` +
    'stroke-width="5" stroke-linecap="round" stroke-linejoin="round"/></svg>'
  );
}
