import type { PdfSources } from '../pdf/write';
import { codeInFours } from './codeInFours';
import { SOFT_WORDS, writeCards } from '../pdf/cardPages';

/** A card by which a family joins. */
export interface PrintedFamilyCard {
  /** The child's name. */
  child: string;
  group: string;
  code: string;
  /** So many people may join by it. */
  most: number;
}

const HOW = ['Open Lippet, press “I have a card for home”,', 'and type this code:'];

/**
 * Cards for those at home, to cut out, eight on an A4 page: whose work they see, and the code.
 * @param font the bytes of a file of those in `fontFiles`
 */
export const writeFamilyCards = (cards: readonly PrintedFamilyCard[], font: PdfSources['font']): Promise<Uint8Array> =>
  writeCards(
    {
      title: 'Cards for home',
      cards,
      textOf: ({ child, group, code, most }) =>
        `${child}${group}${codeInFours(code)}${HOW.join('')}${most} For people of may join`,
      draw({ child, group, code, most }, { sheet, left, top, inner, heading, plain }) {
        const line = { fonts: plain, x: left, width: inner };
        sheet.put(`For the family of ${child}`, { ...line, fonts: heading, largest: 18, y: top - 36 });
        sheet.put(group, { ...line, largest: 11, y: top - 56, colour: SOFT_WORDS });
        HOW.forEach((words, i) => sheet.put(words, { ...line, largest: 11, y: top - 84 - i * 15 }));
        sheet.put(codeInFours(code), { ...line, fonts: heading, largest: 24, y: top - 132 });
        sheet.put(`${most} people may join by it.`, { ...line, largest: 11, y: top - 158, colour: SOFT_WORDS });
      },
    },
    font,
  );
