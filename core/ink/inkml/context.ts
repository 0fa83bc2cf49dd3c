import { NO_BRUSH, overBrush, readBrush, type Brush } from './brush';
import { attribute, childrenNamed, type InkmlElement } from './inkmlTree';
import { IDENTITY_MAPPING, readMapping, type Mapping } from './mapping';
import { DEFAULT_FORMAT, readResolutions, readTraceFormat, type TraceFormat } from './traceFormat';

/** What a trace is written in (InkML 4.4). */
export interface Context {
  format: TraceFormat;
  brush: Brush;
  /** From a sample's X and Y to the sheet's. */
  transform: Mapping;
  /** How the sheet's X and Y are counted; null where as in the trace. */
  canvas: TraceFormat | null;
  /** Milliseconds from sample to sample where no channel tells the time. */
  pause: number;
}

export const DEFAULT_CONTEXT: Context = {
  format: DEFAULT_FORMAT,
  brush: NO_BRUSH,
  transform: IDENTITY_MAPPING,
  canvas: null,
  pause: 10,
};

const NO_RESOLUTIONS = new Map<string, never>();
const MOST_INHERITED = 16;

/** Reads contexts and what they are made of, wherever in the file each stands. */
export class ContextReader {
  constructor(private readonly byId: ReadonlyMap<string, InkmlElement>) {}

  private referred(element: InkmlElement, name: string): InkmlElement | undefined {
    return this.byId.get(attribute(element, name).replace(/^#/, ''));
  }

  /** What stands in an element under a name, or what it refers to. */
  private part(element: InkmlElement, name: string): InkmlElement | undefined {
    return childrenNamed(element, name)[0] ?? this.referred(element, `${name}Ref`);
  }

  /** `base` with one thing of a context changed: a format, a source, a brush, a canvas, a transform. */
  with(base: Context, element: InkmlElement): Context {
    switch (element.name) {
      case 'traceFormat':
        return { ...base, format: readTraceFormat(element, NO_RESOLUTIONS, this.byId) };
      case 'inkSource':
        return this.withSource(base, element);
      case 'brush':
        return { ...base, brush: overBrush(readBrush(element, this.byId), base.brush) };
      case 'canvas': {
        const format = this.part(element, 'traceFormat');
        return format ? { ...base, canvas: readTraceFormat(format, NO_RESOLUTIONS, this.byId) } : base;
      }
      case 'canvasTransform': {
        const mapping = this.part(element, 'mapping');
        return mapping ? { ...base, transform: readMapping(mapping, ['X', 'Y']) } : base;
      }
      case 'context':
        return this.read(element, base);
      default:
        return base;
    }
  }

  private withSource(base: Context, source: InkmlElement): Context {
    const format = this.part(source, 'traceFormat');
    const rate = Number(attribute(childrenNamed(source, 'sampleRate')[0] ?? source, 'value'));
    return {
      ...base,
      format: format ? readTraceFormat(format, readResolutions(source), this.byId) : base.format,
      pause: rate > 0 ? 1_000 / rate : base.pause,
    };
  }

  /** A context, with what it takes over from the one that it refers to, or from `base`. */
  read(element: InkmlElement, base: Context, depth = 0): Context {
    const parent = this.referred(element, 'contextRef');
    const inherits = parent?.name === 'context' && depth < MOST_INHERITED;
    let context = inherits ? this.read(parent, DEFAULT_CONTEXT, depth + 1) : base;
    // The format comes after the source: where both are said, it is the format that the trace has.
    for (const name of ['canvas', 'canvasTransform', 'inkSource', 'brush']) {
      const part = this.part(element, name);
      if (part) context = this.with(context, part);
    }
    const format = this.part(element, 'traceFormat');
    if (!format) return context;
    const source = this.part(element, 'inkSource');
    const resolutions = source ? readResolutions(source) : NO_RESOLUTIONS;
    return { ...context, format: readTraceFormat(format, resolutions, this.byId) };
  }

  /** The context of an element within a file: by what it refers to, else the one around it. */
  of(element: InkmlElement, around: Context): Context {
    const referred = this.referred(element, 'contextRef');
    const context = referred?.name === 'context' ? this.read(referred, DEFAULT_CONTEXT) : around;
    const brush = this.referred(element, 'brushRef');
    return brush ? { ...context, brush: overBrush(readBrush(brush, this.byId), context.brush) } : context;
  }
}
