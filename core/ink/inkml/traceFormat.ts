import { attribute, childrenNamed, type InkmlElement } from './inkmlTree';
import { IDENTITY_MAPPING, readMapping, type Mapping } from './mapping';

/** What one column of a trace holds (InkML 3.1.1). */
export interface Channel {
  name: string;
  /** Of X and Y: points for one of its numbers; of T: milliseconds. Below nought where the axis points the other way. */
  scale: number;
  /** Of a force: the numbers for none and for all of it; null where the format does not say. */
  range: { least: number; most: number } | null;
  /** What stands for a value that is missing. */
  otherwise: number | null;
  mapping: Mapping;
}

export interface TraceFormat {
  /** Those that every sample has, then those that may be missing. */
  channels: readonly Channel[];
  /** How many of them every sample has. */
  needed: number;
}

/** Points for one of a unit; what is not said is taken as the device's own, a 96th of an inch. */
const DEVICE_UNIT = 0.75;
const POINTS = new Map(
  Object.entries({
    m: 7200 / 2.54,
    cm: 72 / 2.54,
    mm: 7.2 / 2.54,
    in: 72,
    pt: 1,
    pc: 12,
    px: 0.75,
    dev: DEVICE_UNIT,
  }),
);
const MILLISECONDS = new Map(Object.entries({ s: 1_000, ms: 1, dev: 1 }));

/** A length in points. */
export function lengthIn(value: number, units: string): number {
  return value * (POINTS.get(units) ?? DEVICE_UNIT);
}

const channelOf = (name: string, scale: number): Channel => ({
  name,
  scale,
  range: null,
  otherwise: null,
  mapping: IDENTITY_MAPPING,
});

/** What a trace has where nothing is said of it. */
export const DEFAULT_FORMAT: TraceFormat = {
  channels: [channelOf('X', DEVICE_UNIT), channelOf('Y', DEVICE_UNIT)],
  needed: 2,
};

/** How finely a device measures, by channel: so many of its whole numbers are one of the unit. */
export type Resolutions = ReadonlyMap<string, { count: number; units: string }>;

/** The `resolution` properties of an ink source. Their units are said as `1/cm`. */
export function readResolutions(source: InkmlElement): Resolutions {
  const found = new Map<string, { count: number; units: string }>();
  for (const property of childrenNamed(source, 'channelProperties').flatMap(({ children }) => children)) {
    const count = Number(attribute(property, 'value'));
    if (attribute(property, 'name') !== 'resolution' || !(count > 0)) continue;
    found.set(attribute(property, 'channel'), { count, units: attribute(property, 'units').replace(/^1\//, '') });
  }
  return found;
}

/**
 * Points, or milliseconds, for one number of a channel. Whole numbers of a device with a resolution are counts; other
 * numbers are in the unit that the channel says.
 */
function scaleOf(element: InkmlElement, resolutions: Resolutions): number {
  const name = attribute(element, 'name');
  const [table, device] = name === 'T' ? [MILLISECONDS, 1] : [POINTS, DEVICE_UNIT];
  const units = attribute(element, 'units');
  const resolution = resolutions.get(name);
  const counts = attribute(element, 'type') === 'integer' || units === '' || units === 'dev';
  const size = resolution && counts ? (table.get(resolution.units) ?? device) / resolution.count : table.get(units);
  return (size ?? device) * (attribute(element, 'orientation') === '-ve' ? -1 : 1);
}

function rangeOf(element: InkmlElement): Channel['range'] {
  if (attribute(element, 'units') === '%') return { least: 0, most: 100 };
  const most = Number(attribute(element, 'max'));
  if (attribute(element, 'max') === '' || !Number.isFinite(most)) return null;
  const least = Number(attribute(element, 'min'));
  return most > least ? { least: Number.isFinite(least) ? least : 0, most } : null;
}

function readChannel(
  element: InkmlElement,
  resolutions: Resolutions,
  byId: ReadonlyMap<string, InkmlElement>,
): Channel {
  const name = attribute(element, 'name');
  const otherwise = attribute(element, 'default');
  const mapping = childrenNamed(element, 'mapping')[0] ?? byId.get(attribute(element, 'mapping').replace(/^#/, ''));
  return {
    name,
    scale: scaleOf(element, resolutions),
    range: rangeOf(element),
    otherwise: otherwise !== '' && Number.isFinite(Number(otherwise)) ? Number(otherwise) : null,
    mapping: mapping ? readMapping(mapping, [name]) : IDENTITY_MAPPING,
  };
}

/** @param resolutions of the ink source that wrote in this format */
export function readTraceFormat(
  element: InkmlElement,
  resolutions: Resolutions,
  byId: ReadonlyMap<string, InkmlElement>,
): TraceFormat {
  const read = (child: InkmlElement): Channel => readChannel(child, resolutions, byId);
  const regular = childrenNamed(element, 'channel').map(read);
  const intermittent = childrenNamed(element, 'intermittentChannels')
    .flatMap((group) => childrenNamed(group, 'channel'))
    .map(read);
  if (regular.length + intermittent.length === 0) return DEFAULT_FORMAT;
  return { channels: [...regular, ...intermittent], needed: regular.length };
}
