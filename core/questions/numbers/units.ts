/**
 * Units of what is measured, and whether two say the same. Factors are those of the SI brochure (BIPM, 9th edition) and,
 * for feet, inches, miles, pounds and ounces, of the international yard and pound of 1959.
 */

/** Powers of metre, kilogram, second, ampere, kelvin, mole and candela. */
type Dimension = readonly [number, number, number, number, number, number, number];

interface Unit {
  /** How many of the SI's own make one of these. */
  factor: number;
  dimension: Dimension;
  /** Added after the factor; of temperatures alone. */
  offset?: number;
}

interface KnownUnit extends Unit {
  /** Whether kilo and milli may stand before it. */
  prefixed: boolean;
}

const NONE: Dimension = [0, 0, 0, 0, 0, 0, 0];
const LENGTH: Dimension = [1, 0, 0, 0, 0, 0, 0];
const VOLUME: Dimension = [3, 0, 0, 0, 0, 0, 0];
const MASS: Dimension = [0, 1, 0, 0, 0, 0, 0];
const TIME: Dimension = [0, 0, 1, 0, 0, 0, 0];
const SPEED: Dimension = [1, 0, -1, 0, 0, 0, 0];
const CURRENT: Dimension = [0, 0, 0, 1, 0, 0, 0];
const WARMTH: Dimension = [0, 0, 0, 0, 1, 0, 0];
const FORCE: Dimension = [1, 1, -2, 0, 0, 0, 0];
const PRESSURE: Dimension = [-1, 1, -2, 0, 0, 0, 0];
const ENERGY: Dimension = [2, 1, -2, 0, 0, 0, 0];
const POWER: Dimension = [2, 1, -3, 0, 0, 0, 0];
const VOLTAGE: Dimension = [2, 1, -3, -1, 0, 0, 0];
const RESISTANCE: Dimension = [2, 1, -3, -2, 0, 0, 0];
const FREQUENCY: Dimension = [0, 0, -1, 0, 0, 0, 0];

const plain = (factor: number, dimension: Dimension): KnownUnit => ({ factor, dimension, prefixed: false });
const prefixed = (factor: number, dimension: Dimension): KnownUnit => ({ factor, dimension, prefixed: true });

const UNITS = new Map<string, KnownUnit>([
  ['m', prefixed(1, LENGTH)],
  ['g', prefixed(0.001, MASS)],
  ['s', prefixed(1, TIME)],
  ['A', prefixed(1, CURRENT)],
  ['K', prefixed(1, WARMTH)],
  ['mol', prefixed(1, [0, 0, 0, 0, 0, 1, 0])],
  ['cd', prefixed(1, [0, 0, 0, 0, 0, 0, 1])],
  ['l', prefixed(0.001, VOLUME)],
  ['L', prefixed(0.001, VOLUME)],
  ['N', prefixed(1, FORCE)],
  ['Pa', prefixed(1, PRESSURE)],
  ['bar', prefixed(100_000, PRESSURE)],
  ['J', prefixed(1, ENERGY)],
  ['Wh', prefixed(3_600, ENERGY)],
  ['cal', prefixed(4.184, ENERGY)],
  ['W', prefixed(1, POWER)],
  ['V', prefixed(1, VOLTAGE)],
  ['Ω', prefixed(1, RESISTANCE)],
  ['Hz', prefixed(1, FREQUENCY)],
  ['t', plain(1_000, MASS)],
  ['lb', plain(0.45359237, MASS)],
  ['oz', plain(0.028349523125, MASS)],
  ['ha', plain(10_000, [2, 0, 0, 0, 0, 0, 0])],
  ['in', plain(0.0254, LENGTH)],
  ['ft', plain(0.3048, LENGTH)],
  ['yd', plain(0.9144, LENGTH)],
  ['mi', plain(1_609.344, LENGTH)],
  ['nmi', plain(1_852, LENGTH)],
  ['kn', plain(1_852 / 3_600, SPEED)],
  ['sec', plain(1, TIME)],
  ['min', plain(60, TIME)],
  ['h', plain(3_600, TIME)],
  ['hr', plain(3_600, TIME)],
  ['d', plain(86_400, TIME)],
  ['%', plain(0.01, NONE)],
  ['°', plain(Math.PI / 180, NONE)],
  ['°C', { ...plain(1, WARMTH), offset: 273.15 }],
  ['°F', { ...plain(5 / 9, WARMTH), offset: 273.15 - 32 * (5 / 9) }],
]);

const PREFIXES = new Map([
  ['n', 1e-9],
  ['µ', 1e-6],
  ['u', 1e-6],
  ['m', 1e-3],
  ['c', 1e-2],
  ['d', 1e-1],
  ['da', 10],
  ['h', 100],
  ['k', 1e3],
  ['M', 1e6],
  ['G', 1e9],
]);

/** More of them than anybody writes, as in kg·m/s². */
const MOST_FACTORS = 8;
const HIGHEST_POWER = 9;

function symbolOf(symbol: string): Unit | null {
  const known = UNITS.get(symbol);
  if (known) return known;
  for (const [prefix, times] of PREFIXES) {
    const rest = symbol.startsWith(prefix) ? UNITS.get(symbol.slice(prefix.length)) : undefined;
    if (rest?.prefixed) return { factor: times * rest.factor, dimension: rest.dimension };
  }
  return null;
}

const raised = (dimension: Dimension, power: number): Dimension =>
  dimension.map((n) => n * power) as unknown as Dimension;
const added = (one: Dimension, other: Dimension): Dimension => one.map((n, i) => n + other[i]!) as unknown as Dimension;

/** One factor with its power: m, cm^3, s-2. */
function factorOf(text: string): Unit | null {
  const found = /^(?<symbol>[^\d^-]+)(?:\^?(?<power>-?\d))?$/u.exec(text)?.groups;
  const unit = found && symbolOf(found.symbol!);
  if (!unit) return null;
  const power = Number(found.power ?? 1);
  if (power === 1) return unit;
  if (unit.offset !== undefined || Math.abs(power) > HIGHEST_POWER) return null;
  return { factor: unit.factor ** power, dimension: raised(unit.dimension, power) };
}

const tidied = (text: string): string =>
  text
    .replace(/²/g, '^2')
    .replace(/³/g, '^3')
    .replace(/⁻/g, '^-')
    .replace(/¹/g, '1')
    .replace(/\u03BC/g, 'µ')
    .replace(/\u2126/g, 'Ω')
    .replace(/º/g, '°')
    .replace(/ohms?/giu, 'Ω')
    .trim();

/** Reads a unit, also one made of several: km/h, kg·m/s², m^2. @returns null for what is none */
function readUnit(text: string): Unit | null {
  const [above = '', below, ...more] = tidied(text).split(/\s*\/\s*/u);
  if (more.length > 0) return null;
  const split = (side: string): string[] => side.split(/[\s·⋅*.]+/u).filter((part) => part !== '');
  const factors = [
    ...split(above).map((part) => ({ part, sign: 1 })),
    ...split(below ?? '').map((part) => ({ part, sign: -1 })),
  ];
  if (factors.length === 0 || factors.length > MOST_FACTORS || below === '') return null;
  let whole: Unit = { factor: 1, dimension: NONE };
  for (const { part, sign } of factors) {
    const unit = factorOf(part);
    if (!unit) return null;
    if (unit.offset !== undefined) return factors.length === 1 ? unit : null;
    whole = {
      factor: whole.factor * unit.factor ** sign,
      dimension: added(whole.dimension, raised(unit.dimension, sign)),
    };
  }
  return whole;
}

/** Whether a text is a unit that is known here. */
export const isUnit = (text: string): boolean => readUnit(text) !== null;

/**
 * What a number of one unit is in another: 5 cm is 0.05 m.
 *
 * @returns null where a unit is not known, or where they measure different things
 */
export function converted(value: number, from: string, to: string): number | null {
  if (from === to) return value;
  const [source, target] = [readUnit(from), readUnit(to)];
  if (!source || !target) return null;
  if (source.dimension.some((power, i) => power !== target.dimension[i])) return null;
  return (value * source.factor + (source.offset ?? 0) - (target.offset ?? 0)) / target.factor;
}
