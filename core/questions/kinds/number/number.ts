import { flagOf, oneOf, rawOf, textOf, wholeOf, type Raw } from '../../../contract/readRaw';
import { LONGEST_NUMBER, readTypedNumber, type TypedNumber } from '../../numbers/typedNumber';
import { converted, isUnit } from '../../numbers/units';
import { asShare, type QuestionKind, type School } from '../../questionKind';

export const TOLERANCES = ['absolute', 'percent'] as const;

/** A number that is typed. */
export interface NumberSettings {
  /** What is right, in `unit`; null until it is set. */
  value: number | null;
  /** In a template, the sum that comes to what is right; empty where that is always the same. */
  formula: string;
  /** Empty where it has none. */
  unit: string;
  /** Whether the unit has to be typed; where not, it stands beside the field. Units that convert are as good. */
  unitNeeded: boolean;
  /** How far beside it is right still: in the unit, or in percent of what is right. */
  tolerance: { kind: (typeof TOLERANCES)[number]; by: number };
  /** How many figures have to be given; null where that does not matter. */
  figures: number | null;
}

export interface NumberAsked {
  /** What stands beside the field; empty where the unit is to be typed. */
  unit: string;
  figures: number | null;
}

/** Kept as it was typed. */
export interface NumberAnswer {
  typed: string;
}

const LONGEST_UNIT = 40;
const LONGEST_FORMULA = 200;
const MOST_FIGURES = 15;
/** Computed numbers differ from written ones in their last places. */
const ROUNDING = 1e-9;
/** What a right number earns whose unit is missing or wrong, and one that is given with too many or too few figures. */
const HALF = 0.5;

function isNear(value: number, { value: wanted, tolerance }: NumberSettings): boolean {
  const within = tolerance.kind === 'percent' ? (Math.abs(wanted!) * tolerance.by) / 100 : tolerance.by;
  return Math.abs(value - wanted!) <= within + ROUNDING * Math.max(Math.abs(wanted!), Number.MIN_VALUE);
}

/** The typed number in the unit of what is right; null where it measures something else, or the unit is not known. */
function inUnit({ value, unit }: TypedNumber, settings: NumberSettings): number | null {
  if (settings.unit === '' || unit === '') return value;
  return converted(value, unit, settings.unit);
}

function partForUnit(typed: TypedNumber, settings: NumberSettings): number {
  const value = inUnit(typed, settings);
  if (value !== null && isNear(value, settings))
    return settings.unitNeeded && settings.unit !== '' && typed.unit === '' ? HALF : 1;
  // The number of the answer behind another unit: the sum is right, the unit is not.
  return typed.unit !== '' && isNear(typed.value, settings) ? HALF : 0;
}

function partForFigures({ figures }: TypedNumber, { figures: wanted }: NumberSettings): number {
  if (wanted === null || figures === null) return 1;
  return wanted >= figures.least && wanted <= figures.most ? 1 : HALF;
}

/**
 * A number within the tolerance earns all. Half is earned where the unit is missing or wrong, and half of that again
 * where the figures are not as many as were asked for.
 */
function shareOf(settings: NumberSettings, { typed }: NumberAnswer, { decimalMark }: School): number {
  const read = readTypedNumber(typed, decimalMark);
  if (!read || settings.value === null) return 0;
  return asShare(partForUnit(read, settings) * partForFigures(read, settings));
}

const numberOf = (value: unknown): number | null =>
  typeof value === 'number' && Number.isFinite(value) ? value : null;

/** A number as a school writes it, with so many figures where that matters. */
export function writtenNumber(value: number, figures: number | null, { decimalMark }: School): string {
  const written = figures === null ? String(value) : value.toPrecision(figures);
  return decimalMark === 'comma' ? written.replace('.', ',') : written;
}

export const number: QuestionKind<NumberSettings, NumberAsked, NumberAnswer> = {
  newSettings: () => ({
    value: null,
    formula: '',
    unit: '',
    unitNeeded: false,
    tolerance: { kind: 'absolute', by: 0 },
    figures: null,
  }),
  readSettings(raw: Raw) {
    const { kind, by } = rawOf(raw.tolerance);
    return {
      value: numberOf(raw.value),
      formula: textOf(raw.formula, LONGEST_FORMULA),
      unit: textOf(raw.unit, LONGEST_UNIT).trim(),
      unitNeeded: flagOf(raw.unitNeeded) ?? false,
      tolerance: { kind: oneOf(TOLERANCES, kind, 'absolute'), by: Math.max(0, numberOf(by) ?? 0) },
      figures: wholeOf(raw.figures, 1, MOST_FIGURES) ?? null,
    };
  },
  options: () => [],
  filled: (settings, { number: valueOf }) =>
    settings.formula === '' ? settings : { ...settings, value: valueOf(settings.formula), formula: '' },
  trouble({ value, unit, unitNeeded }, name) {
    if (value === null) return `${name} needs the number that is right.`;
    if (unitNeeded && unit === '') return `${name} asks for a unit, and has none.`;
    return unit !== '' && !isUnit(unit) && unitNeeded ? `${name} has a unit that is not known: ${unit}.` : null;
  },
  asked: ({ unit, unitNeeded, figures }) => ({ unit: unitNeeded ? '' : unit, figures }),
  readAnswer(_, value) {
    const typed = textOf((value as NumberAnswer | null)?.typed, LONGEST_NUMBER);
    return typed.trim() === '' ? null : { typed };
  },
  complete: () => true,
  // Whoever typed a unit as well has said it.
  inWords: ({ unit }, { typed }) => (/\p{L}/u.test(typed) ? typed : `${typed} ${unit}`.trim()),
  share: shareOf,
  written: ({ value, formula, unit, tolerance, figures }, school) => {
    const number = formula === '' ? writtenNumber(value ?? 0, figures, school) : `{${formula}}`;
    const beside = tolerance.by === 0 ? '' : ` ± ${tolerance.by}${tolerance.kind === 'percent' ? '%' : ''}`;
    return { lines: [`= ${number} ${unit}`.trim() + beside] };
  },
  right: ({ value, unit, figures }, school) =>
    value === null ? null : { typed: `${writtenNumber(value, figures, school)} ${unit}`.trim() },
};
