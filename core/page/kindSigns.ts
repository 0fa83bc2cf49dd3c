import type { PartKind } from '../contract/activityDefinition';

/**
 * What stands for a part that has no page: each as SVG path data of lines in a box of 100, for children who can't read
 * yet. A page stands for itself.
 */
export const KIND_SIGNS: Readonly<Record<PartKind, string>> = {
  page: 'M26 14h38l12 12v60H26ZM64 14v12h12M36 70c8-22 14-4 20-16s6 6 10-2',
  photo: 'M16 32h18l6-10h20l6 10h18v46H16ZM34 54a16 16 0 1 0 32 0a16 16 0 1 0-32 0',
  sound: 'M12 50h8M26 40v20M38 26v48M50 34v32M62 20v60M74 38v24M82 50h8',
  film: 'M14 26h72v48H14ZM14 38h72M14 62h72M42 44l18 6-18 6Z',
  words: 'M18 26h64M18 42h64M18 58h44M18 74h28M62 78l20-22 8 8-22 18-8 2Z',
  tick: 'M20 20h60v60H20ZM34 52l12 14 22-32',
};

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
    `<path transform="translate(0 20.700)" d="${kind ? KIND_SIGNS[kind] : BLANK}" fill="none" stroke="${line}" ` +
    'stroke-width="5" stroke-linecap="round" stroke-linejoin="round"/></svg>'
  );
}
