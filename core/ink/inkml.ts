/**
 * Ink as InkML (W3C Recommendation, 2011): traces of X, Y, F (force, 0 to 1) and T (milliseconds), in points.
 * Reading takes the traces of other programs too: channels in any order, missing ones filled in, groups of any depth.
 */
import { SaxesParser } from 'saxes';
import { MAX_INK_POSITION, MAX_INK_SAMPLES, MAX_INK_TIME } from './codec';
import { inkFromRows, type Ink } from './ink';

export interface InkmlStroke {
  ink: Ink;
  /** `#RRGGBB`. */
  colour: string;
  /** Full width in points. */
  width: number;
}

/** The text is no InkML, or more than can be taken in. */
export class InkmlError extends Error {
  override name = 'InkmlError';
}

export const INKML_NAMESPACE = 'http://www.w3.org/2003/InkML';
const MOST_TRACES = 20_000;
/** Deeper than any program nests; reading does not recurse, this only bounds what is remembered. */
const MOST_DEPTH = 64;

const short = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/** @returns a whole InkML file */
export function writeInkml(strokes: readonly InkmlStroke[]): string {
  const looks = new Map<string, string>();
  const brushOf = ({ colour, width }: InkmlStroke): string => {
    const key = `${colour} ${short(width, 3)}`;
    if (!looks.has(key)) looks.set(key, `b${looks.size + 1}`);
    return looks.get(key)!;
  };
  const traces = strokes.map((stroke) => {
    const { x, y, pressure, time } = stroke.ink;
    const samples = Array.from(
      x,
      (_, i) => `${short(x[i]!, 3)} ${short(y[i]!, 3)} ${short(pressure[i]!, 3)} ${Math.round(time[i]!)}`,
    );
    return `<trace contextRef="#page" brushRef="#${brushOf(stroke)}">${samples.join(', ')}</trace>`;
  });
  const brushes = [...looks].map(([look, id]) => {
    const [colour, width] = look.split(' ');
    return (
      `<brush xml:id="${id}"><brushProperty name="color" value="${colour}"/>` +
      `<brushProperty name="width" value="${width}" units="pt"/>` +
      `<brushProperty name="height" value="${width}" units="pt"/></brush>`
    );
  });
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<ink xmlns="${INKML_NAMESPACE}"><definitions>` +
    '<context xml:id="page"><inkSource xml:id="pen"><traceFormat>' +
    '<channel name="X" type="decimal" units="pt"/><channel name="Y" type="decimal" units="pt"/>' +
    '<channel name="F" type="decimal" min="0" max="1"/><channel name="T" type="integer" units="ms"/>' +
    `</traceFormat></inkSource></context>${brushes.join('')}</definitions>${traces.join('\n')}</ink>\n`
  );
}

/** Points for one of a unit; what is not said is taken as the device's own, a 96th of an inch. */
const POINTS: Record<string, number> = { pt: 1, px: 0.75, in: 72, cm: 72 / 2.54, mm: 7.2 / 2.54, dev: 0.75 };

interface Channel {
  name: string;
  scale: number;
  max: number;
}

const DEFAULT_CHANNELS: Channel[] = [
  { name: 'X', scale: 0.75, max: 1 },
  { name: 'Y', scale: 0.75, max: 1 },
];

/** The numbers of one trace; differences (' and ") as the standard's section 3.3 has them. */
function readRows(text: string, channels: number): number[][] {
  const rows: number[][] = [];
  const modes = new Array<'!' | "'" | '"'>(channels).fill('!');
  const [last, speed] = [new Array<number>(channels).fill(0), new Array<number>(channels).fill(0)];
  for (const sample of text.split(',')) {
    const row: number[] = [];
    for (const [, mark, value] of sample.matchAll(/([!'"])?\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)/g)) {
      const c = row.length;
      if (c >= channels) break;
      if (mark) modes[c] = mark as '!';
      const number = Number(value);
      if (modes[c] === '!') [speed[c], last[c]] = [number - last[c]!, number];
      else if (modes[c] === "'") [speed[c], last[c]] = [number, last[c]! + number];
      else {
        speed[c]! += number;
        last[c]! += speed[c]!;
      }
      row.push(last[c]!);
    }
    if (row.length >= 2) rows.push(row);
    if (rows.length > MAX_INK_SAMPLES) throw new InkmlError('A stroke of this ink is too long to be taken in.');
  }
  return rows;
}

function toInk(rows: number[][], channels: readonly Channel[]): Ink | null {
  const at = (name: string): number => channels.findIndex((channel) => channel.name === name);
  const [x, y, f, t] = [at('X'), at('Y'), at('F'), at('T')];
  if (x < 0 || y < 0 || rows.length === 0) return null;
  const start = t < 0 ? 0 : (rows[0]![t] ?? 0);
  let latest = 0;
  const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));
  return inkFromRows(
    rows.map((row, i) => {
      latest = clamp(t < 0 ? i * 10 : ((row[t] ?? start) - start) * channels[t]!.scale, latest, MAX_INK_TIME);
      const place = (c: number): number => clamp(row[c]! * channels[c]!.scale, -MAX_INK_POSITION, MAX_INK_POSITION);
      return [place(x), place(y), f < 0 ? 0.5 : clamp((row[f] ?? 0.5) / channels[f]!.max, 0, 1), latest] as const;
    }),
  );
}

function hex(value: string): string | null {
  if (/^#[0-9a-f]{6}$/i.test(value)) return value.toUpperCase();
  if (!/^#[0-9a-f]{3}$/i.test(value)) return null;
  return `#${[...value.slice(1)].map((c) => c + c).join('')}`.toUpperCase();
}

/** How much one unit of a channel is in ours: milliseconds and points. */
function scaleOf(name: string, units: string): number {
  if (name === 'T') return units === 's' ? 1000 : 1;
  return POINTS[units] ?? 0.75;
}

/** @throws InkmlError if the text is no InkML, is broken, nests too deeply, or holds too much */
export function readInkml(text: string): InkmlStroke[] {
  const parser = new SaxesParser({ xmlns: false });
  const strokes: InkmlStroke[] = [];
  const brushes = new Map<string, { colour?: string; width?: number }>();
  let [channels, brush, trace, depth, isInk] = [
    [] as Channel[],
    null as { colour?: string; width?: number } | null,
    null as { text: string; brush: string } | null,
    0,
    false,
  ];
  parser.on('error', (error) => {
    throw new InkmlError(`This is no InkML that can be read: ${error.message}`);
  });
  parser.on('doctype', () => {
    throw new InkmlError('InkML with a document type of its own is not taken in.');
  });
  const local = (name: string): string => name.slice(name.indexOf(':') + 1);
  parser.on('opentag', ({ name, attributes }) => {
    if (++depth > MOST_DEPTH) throw new InkmlError('This ink nests too deeply to be taken in.');
    const value = (key: string): string => String(attributes[key] ?? '');
    switch (local(name)) {
      case 'ink':
        isInk = true;
        break;
      case 'channel':
        channels.push({
          name: value('name'),
          scale: scaleOf(value('name'), value('units')),
          max: Number(value('max')) > 0 ? Number(value('max')) : 1,
        });
        break;
      case 'traceFormat':
        channels = [];
        break;
      case 'brush':
        brushes.set(value('xml:id') || value('id'), (brush = {}));
        break;
      case 'brushProperty':
        if (brush && value('name') === 'color') brush.colour = hex(value('value')) ?? undefined;
        if (brush && value('name') === 'width') brush.width = Number(value('value')) * (POINTS[value('units')] ?? 0.75);
        break;
      case 'trace':
        trace = { text: '', brush: value('brushRef').replace(/^#/, '') };
        break;
    }
  });
  parser.on('text', (piece) => {
    if (trace) trace.text += piece;
  });
  parser.on('closetag', ({ name }) => {
    depth--;
    if (local(name) === 'brush') brush = null;
    if (local(name) !== 'trace' || !trace) return;
    const used = channels.length > 0 ? channels : DEFAULT_CHANNELS;
    const ink = toInk(readRows(trace.text, used.length), used);
    const look = brushes.get(trace.brush) ?? {};
    if (ink)
      strokes.push({ ink, colour: look.colour ?? '#1C2A33', width: Math.min(100, Math.max(0.3, look.width || 2.6)) });
    if (strokes.length > MOST_TRACES) throw new InkmlError(`This ink has more than ${MOST_TRACES} strokes.`);
    trace = null;
  });
  parser.write(text).close();
  if (!isInk) throw new InkmlError('This file holds no InkML.');
  return strokes;
}
