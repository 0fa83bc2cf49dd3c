import { flagOf, listOf, withoutUndefined } from '../../contract/readRaw';
import { DEFINITION_LIMITS } from '../../contract/definitionLimits';
import { definePart, type AnySettings } from '../partKind';
import { readSheet, type SheetPlan } from './sheetPlan';

export interface PageSettings extends AnySettings {
  /** The sheets it asks for. */
  sheets: SheetPlan[];
  /** Whether learners may add pages of their own. */
  morePages?: boolean;
}

/** A4 in points. */
export const A4 = { width: 595, height: 842 } as const;

export const blankSheet = (): SheetPlan => ({ ...A4, background: { kind: 'blank' } });

/** Drawing and writing on sheets. */
export const pagePart = definePart({
  sign: 'M26 14h38l12 12v60H26ZM64 14v12h12M36 70c8-22 14-4 20-16s6 6 10-2',
  newSettings: (): PageSettings => ({ sheets: [blankSheet()] }),
  readSettings: (raw): PageSettings => ({
    sheets: listOf(raw.sheets, DEFINITION_LIMITS.sheets).flatMap((sheet) => readSheet(sheet) ?? []),
    ...withoutUndefined({ onPaper: flagOf(raw.onPaper), morePages: flagOf(raw.morePages) }),
  }),
  view: ({ morePages }) => ({ morePages: morePages === true }),
  trouble: ({ sheets }, name) => (sheets.length === 0 ? `${name} needs at least one sheet.` : null),
  sheets: ({ sheets }) => sheets,
  withSheets: (settings, sheets) => ({ ...settings, sheets }),
  media: ({ sheets }) => sheets.flatMap(({ background }) => ('media' in background ? [background.media] : [])),
});
