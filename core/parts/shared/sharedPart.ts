import { DEFINITION_LIMITS } from '../../contract/definitionLimits';
import { flagOf, listOf, withoutUndefined } from '../../contract/readRaw';
import { blankSheet } from '../page/pagePart';
import { readSheet, type SheetPlan } from '../page/sheetPlan';
import { definePart, type AnySettings, type SharedWays } from '../partKind';
import { sharedIn, type SharedAnswer } from './sharedAnswer';

export interface SharedSettings extends AnySettings, Partial<SharedWays> {
  /** The sheets that are filled together. */
  sheets: SheetPlan[];
}

const waysOf = ({ by, places, hides }: SharedSettings): SharedWays => ({
  by: by ?? 'group',
  places: places === true,
  hides: hides === true,
});

const countWords = ({ added }: SharedAnswer): string => (added === 1 ? '1 thing added' : `${added} things added`);

/** Sheets that a group, or each of its crews, fills together. */
export const sharedPart = definePart<SharedSettings, SharedWays, SharedAnswer>({
  sign: 'M14 20h72v60H14ZM50 20v60M14 50h72M24 40c4-10 10-2 16-10M60 42l8-12 8 12ZM26 70h14M60 72c6-12 12 0 18-10',
  newSettings: () => ({ sheets: [blankSheet()], by: 'group' }),
  readSettings: (raw) => ({
    sheets: listOf(raw.sheets, DEFINITION_LIMITS.sheets).flatMap((sheet) => readSheet(sheet) ?? []),
    by: raw.by === 'crew' ? 'crew' : 'group',
    ...withoutUndefined({ places: flagOf(raw.places), hides: flagOf(raw.hides) }),
  }),
  // One adds to it with the others; neither a photo nor a voice can do that from afar.
  view: (settings) => ({ ...waysOf(settings), onPaper: false }),
  trouble: ({ sheets }, name) => (sheets.length === 0 ? `${name} needs at least one sheet.` : null),
  sheets: ({ sheets }) => sheets,
  withSheets: (settings, sheets) => ({ ...settings, sheets }),
  media: ({ sheets }) => sheets.flatMap(({ background }) => ('media' in background ? [background.media] : [])),
  together: waysOf,
  answers: sharedIn,
  isComplete: (_view, answer) => answer !== null,
  record: (_view, answer) => answer && { words: countWords(answer), added: answer.added },
});
