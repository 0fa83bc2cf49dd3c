/**
 * Reads ink of other programs by the W3C Recommendation of InkML (2011): channels in any order and unit, contexts and
 * brushes that refer to each other, differences, affine mappings, groups of any depth.
 */
import { MAX_INK_POSITION, MAX_INK_SAMPLES, MAX_INK_TIME } from '../codec';
import { inkFromRows, type Ink } from '../ink';
import { INK_COLOURS, TOOL_STYLES } from '../tools';
import { ContextReader, DEFAULT_CONTEXT, type Context } from './context';
import { InkmlError, type InkmlStroke } from './inkmlStroke';
import { attribute, elementsById, readTree, type InkmlElement } from './inkmlTree';
import { mapValues } from './mapping';
import { readTraceData, type Row } from './traceData';

export interface InkmlReading {
  strokes: InkmlStroke[];
  /** How many traces could be read only in part, or not at all. */
  unread: number;
}

const MOST_TRACES = 20_000;
/** How often views and groups may lead on to others. */
const MOST_STEPS = 200;
const WIDTHS = { least: 0.3, most: 100 };

const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** The values of one sample by channel, each as its own mapping has it. */
function namedValues(row: Row, { format }: Context): ReadonlyMap<string, number> {
  const values = new Map<string, number>();
  format.channels.forEach((channel, i) => {
    const value = row[i] ?? channel.otherwise;
    if (value === null) return;
    const own = new Map([[channel.name, value]]);
    values.set(channel.name, mapValues(channel.mapping, own).get(channel.name)!);
  });
  return values;
}

/** Gives a force between 0 and 1; where the format has no range, all numbers of the trace make one. */
function forceScale(samples: readonly ReadonlyMap<string, number>[], { format }: Context): (force: number) => number {
  const range = format.channels.find(({ name }) => name === 'F')?.range;
  const largest = samples.reduce((most, sample) => Math.max(most, sample.get('F') ?? 0), 1);
  const { least, most } = range ?? { least: 0, most: largest };
  return (force) => clamp((force - least) / (most - least), 0, 1);
}

/** Points for one number of an axis, after the transform to the sheet. */
function axisScale(name: 'X' | 'Y', { format, canvas }: Context): number {
  const channels = (canvas ?? format).channels;
  return channels.find((channel) => channel.name === name)?.scale ?? 0.75;
}

/** Ink from samples that all have an X and a Y. */
function inkOf(samples: readonly ReadonlyMap<string, number>[], context: Context): Ink {
  const force = forceScale(samples, context);
  const [acrossScale, downScale] = [axisScale('X', context), axisScale('Y', context)];
  const timeScale = context.format.channels.find(({ name }) => name === 'T')?.scale;
  const start = samples[0]!.get('T') ?? 0;
  let latest = 0;
  const rows = samples.map((sample, i) => {
    const elapsed = timeScale === undefined ? i * context.pause : ((sample.get('T') ?? start) - start) * timeScale;
    latest = clamp(elapsed, latest, MAX_INK_TIME);
    const place = (value: number, scale: number): number => clamp(value * scale, -MAX_INK_POSITION, MAX_INK_POSITION);
    const pressure = sample.get('F');
    return [
      place(sample.get('X')!, acrossScale),
      place(sample.get('Y')!, downScale),
      pressure === undefined ? 0.5 : force(pressure),
      latest,
    ] as const;
  });
  return inkFromRows(rows);
}

/** A pen whose tip does not touch (channel S) leaves nothing: the trace falls apart there. */
function touching(samples: readonly ReadonlyMap<string, number>[]): ReadonlyMap<string, number>[][] {
  const runs: ReadonlyMap<string, number>[][] = [[]];
  for (const sample of samples) {
    if (sample.get('S') === 0) runs.push([]);
    else runs.at(-1)!.push(sample);
  }
  return runs.filter((run) => run.length > 0);
}

/** A trace as it was written, with what it goes on from worked in. */
interface RawTrace {
  rows: Row[];
  whole: boolean;
  context: Context;
}

class Reader {
  readonly strokes: InkmlStroke[] = [];
  unread = 0;
  private readonly byId: Map<string, InkmlElement>;
  private readonly contexts: ContextReader;
  private readonly traces: RawTrace[] = [];
  private readonly traceById = new Map<string, RawTrace>();
  private readonly taken = new Set<InkmlElement>();

  constructor(private readonly root: InkmlElement) {
    this.byId = elementsById(root);
    this.contexts = new ContextReader(this.byId);
  }

  /** Goes through the file: what stands between traces holds for those behind it (InkML 5.2, streams). */
  read(): InkmlReading {
    let context = DEFAULT_CONTEXT;
    for (const element of this.root.children) {
      this.take(element, context);
      context = this.contexts.with(context, element);
    }
    for (const trace of this.traces) this.draw(trace);
    return { strokes: this.strokes, unread: this.unread };
  }

  /** Each element once, however many others refer to it. */
  private take(element: InkmlElement, around: Context, depth = 0): void {
    if (this.taken.has(element)) return;
    if (depth > MOST_STEPS) throw new InkmlError('This ink refers from one to the other too often to be taken in.');
    this.taken.add(element);
    switch (element.name) {
      case 'trace':
        return this.takeTrace(element, this.contexts.of(element, around));
      case 'traceGroup': {
        const context = this.contexts.of(element, around);
        for (const child of element.children) this.take(child, context, depth + 1);
        return;
      }
      case 'traceView':
        return this.takeView(element, this.contexts.of(element, around), depth + 1);
    }
  }

  /** Shows what lies among the definitions; what was shown already is not shown twice. */
  private takeView(element: InkmlElement, context: Context, depth: number): void {
    const referred = this.byId.get(attribute(element, 'traceDataRef').replace(/^#/, ''));
    if (referred) this.take(referred, context, depth);
    for (const child of element.children) this.take(child, context, depth);
  }

  private takeTrace(element: InkmlElement, context: Context): void {
    // The way of a pen that is held above the paper is no ink.
    if (attribute(element, 'type') === 'penUp') return;
    const { channels, needed } = context.format;
    const { rows, whole } = readTraceData(element.text, needed, channels.length);
    const trace = this.goesOn(element) ?? this.newTrace(context);
    trace.rows.push(...rows);
    if (trace.rows.length > MAX_INK_SAMPLES) throw new InkmlError('A stroke of this ink is too long to be taken in.');
    trace.whole &&= whole;
    const id = attribute(element, 'id');
    if (id) this.traceById.set(id, trace);
  }

  private newTrace(context: Context): RawTrace {
    if (this.traces.length >= MOST_TRACES) throw new InkmlError(`This ink has more than ${MOST_TRACES} strokes.`);
    const trace: RawTrace = { rows: [], whole: true, context };
    this.traces.push(trace);
    return trace;
  }

  /** The trace that this one is a further piece of. */
  private goesOn(element: InkmlElement): RawTrace | undefined {
    if (!['middle', 'end'].includes(attribute(element, 'continuation'))) return undefined;
    return this.traceById.get(attribute(element, 'priorRef').replace(/^#/, ''));
  }

  private draw({ rows, whole, context }: RawTrace): void {
    const mapped = rows.map((row) => mapValues(context.transform, namedValues(row, context)));
    const samples = mapped.filter((sample) => sample.has('X') && sample.has('Y'));
    const computable =
      context.transform.kind !== 'unknown' &&
      context.format.channels.every(({ mapping }) => mapping.kind !== 'unknown');
    if (!whole || !computable || samples.length < rows.length || rows.length === 0) this.unread++;
    if (!computable) return;
    const { colour, width, tool } = context.brush;
    for (const run of touching(samples))
      this.strokes.push({
        ink: inkOf(run, context),
        tool: tool ?? 'pen',
        colour: colour ?? INK_COLOURS.ink,
        width: clamp(width ?? TOOL_STYLES[tool ?? 'pen'].widths.middle, WIDTHS.least, WIDTHS.most),
      });
  }
}

/** @throws InkmlError if the text is no InkML, is broken, nests too deeply, or holds too much */
export function readInkml(text: string): InkmlReading {
  return new Reader(readTree(text)).read();
}
