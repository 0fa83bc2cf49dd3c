/** How a school writes numbers: what stands in front of the fraction. */
export const DECIMAL_MARKS = ['point', 'comma'] as const;
export type DecimalMark = (typeof DECIMAL_MARKS)[number];

/** How many figures of a number count; trailing zeros of a whole number may, or may not. */
export interface Figures {
  least: number;
  most: number;
}

/** A number as somebody typed it. */
export interface TypedNumber {
  value: number;
  /** Of a fraction there are none to count: it is exact. */
  figures: Figures | null;
  /** What stands behind the number, without spaces around it; empty for nothing. */
  unit: string;
}

/** Longest number that is read, in characters. */
export const LONGEST_NUMBER = 200;

const SUPERSCRIPTS = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const SUPERSCRIPT_RUN = /[⁺⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+/g;

/** Fractions that are one character. */
const ONE_CHARACTER_FRACTION = /[\u00BC-\u00BE\u2150-\u215E\u2189]/g;

/** "10⁵" as "10^5". */
const lowerPowers = (text: string): string =>
  text.replace(SUPERSCRIPT_RUN, (run) => {
    const digits = [...run].map((sign) => {
      if (sign === '⁻') return '-';
      return sign === '⁺' ? '' : String(SUPERSCRIPTS.indexOf(sign));
    });
    return `^${digits.join('')}`;
  });

/** "2½" as "2 1/2": written out, its whole part would become part of the fraction. */
const writtenOut = (text: string): string =>
  text.replace(ONE_CHARACTER_FRACTION, (fraction) => ` ${fraction.normalize('NFKC').replace('\u2044', '/')} `);

/** Digits of any script as 0 to 9. Each script has its ten beside each other, from a place where the nought is. */
const ourDigits = (text: string): string =>
  text.replace(/\p{Nd}/gu, (digit) => {
    const code = digit.codePointAt(0)!;
    let zero = code;
    while (code - zero < 9 && /\p{Nd}/u.test(String.fromCodePoint(zero - 1))) zero -= 1;
    return String((code - zero) % 10);
  });

const tidied = (text: string): string =>
  ourDigits(writtenOut(lowerPowers(text)))
    .normalize('NFKC')
    .replace(/[\u2212\u2012-\u2015\uFE63]/g, '-')
    .replace(/[\u2044\u2215]/g, '/')
    .replace(/[\u2019\u02BC`´]/g, "'")
    .replace(/\s+/gu, ' ')
    .trim()
    .replace(MONEY_IN_FRONT, '$<sign>$<rest> $<money>');

const SIGN = '(?<sign>[-+] ?)?';
/** Thousands apart, by spaces, apostrophes or the mark that is no decimal mark; as in 12 345 or 12,34,567. */
const grouped = (mark: string): string => `\\d{1,3}(?:(?:[ ']\\d{3})+|(?:${mark}\\d{2,3})*${mark}\\d{3})`;
const POWER = '(?: ?(?:[x×*·⋅] ?10 ?(?:\\^|\\*\\*) ?|[eE])(?<power>[-+]?\\d{1,3}))?';
const UNIT = '(?: ?(?<unit>[\\p{L}\\p{Sc}°%].*))?';
/** Money stands in front of its number: £3.50, -€2. */
const MONEY_IN_FRONT = /^(?<sign>[-+]?) ?(?<money>\p{Sc}) ?(?<rest>[\d.,].*)$/u;

const PATTERNS: Record<DecimalMark, { decimal: RegExp; mark: string; other: string }> = {
  point: patternsFor('.', ','),
  comma: patternsFor(',', '.'),
};

function patternsFor(mark: string, other: string): { decimal: RegExp; mark: string; other: string } {
  const whole = `(?<whole>${grouped(`[${other}]`)}|\\d+)`;
  const number = `(?:${whole}(?:[${mark}](?<part>\\d*))?|[${mark}](?<bare>\\d+))`;
  return { decimal: new RegExp(`^${SIGN}${number}${POWER}${UNIT}$`, 'u'), mark, other };
}

const FRACTION = new RegExp(`^${SIGN}(?:(?<whole>\\d{1,9}) )?(?<above>\\d{1,9}) ?/ ?(?<below>\\d{1,9})${UNIT}$`, 'u');

const isNegative = (sign: string | undefined): boolean => sign?.startsWith('-') ?? false;

/** A whole or mixed fraction: 3/4, 2 3/4. Nothing is divided by nought. */
function readFraction(text: string): TypedNumber | null {
  const found = FRACTION.exec(text)?.groups;
  if (!found) return null;
  const { sign, whole = '0', above, below, unit = '' } = found;
  if (Number(below) === 0) return null;
  const size = Number(whole) + Number(above) / Number(below);
  return { value: isNegative(sign) ? -size : size, figures: null, unit: unit.trim() };
}

/**
 * How many figures count: from the first that is no nought; of a whole number without a decimal mark the noughts at
 * its end may only hold its place.
 */
function figuresOf(whole: string, part: string | undefined): Figures {
  const digits = `${whole}${part ?? ''}`.replace(/^0+/, '');
  const most = Math.max(1, digits.length);
  if (part !== undefined) return { least: most, most };
  return { least: Math.max(1, digits.replace(/0+$/, '').length), most };
}

function readDecimal(text: string, mark: DecimalMark): TypedNumber | null {
  const found = PATTERNS[mark].decimal.exec(text)?.groups;
  if (!found) return null;
  const { sign, whole = '', part, bare, power = '0', unit = '' } = found;
  const before = whole.replace(/\D/g, '') || '0';
  const behind = part ?? bare;
  const value = Number(`${before}.${behind || '0'}e${power}`);
  if (!Number.isFinite(value)) return null;
  return {
    value: isNegative(sign) && value !== 0 ? -value : value,
    figures: figuresOf(before, behind),
    unit: unit.trim(),
  };
}

/**
 * Reads a number as people type them: with a decimal mark by the school's way, with thousands apart, as a fraction or
 * mixed number, in standard form (3.2 × 10^5, 3.2e5), with digits of any script, and with a unit behind it.
 *
 * @param text at most LONGEST_NUMBER characters are looked at; what is longer is no number
 * @returns null for what is no number, or could be two: 1,23 where the comma sets thousands apart
 */
export function readTypedNumber(text: string, mark: DecimalMark): TypedNumber | null {
  if (text.length > LONGEST_NUMBER) return null;
  const plain = tidied(text);
  return readFraction(plain) ?? readDecimal(plain, mark);
}
