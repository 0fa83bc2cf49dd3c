import type { InkTool } from '../tools';
import { attribute, childrenNamed, type InkmlElement } from './inkmlTree';
import { lengthIn } from './traceFormat';

/** How ink looks; what is not said is null. */
export interface Brush {
  colour: string | null;
  width: number | null;
  tool: InkTool | null;
}

export const NO_BRUSH: Brush = { colour: null, width: null, tool: null };

/** A brush may be made of another, which may be made of another. */
const MOST_INHERITED = 16;

function hexColour(value: string): string | null {
  const digits = /^#([0-9a-f]{3}|[0-9a-f]{6}|[0-9a-f]{8})$/i.exec(value.trim())?.[1];
  if (!digits) return null;
  const six = digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits.slice(0, 6);
  return `#${six.toUpperCase()}`;
}

function toolOf(name: string, value: string): InkTool | null {
  if (name === 'rasterOp' && value === 'maskPen') return 'highlighter';
  if (name === 'lippetTool' && value === 'brush') return 'brush';
  return null;
}

function ownProperties(element: InkmlElement): Brush {
  const brush = { ...NO_BRUSH };
  for (const property of childrenNamed(element, 'brushProperty')) {
    const [name, value] = [attribute(property, 'name'), attribute(property, 'value')];
    const width = Number(value);
    if (name === 'color') brush.colour = hexColour(value) ?? brush.colour;
    if (name === 'width' && width > 0) brush.width = lengthIn(width, attribute(property, 'units'));
    brush.tool = toolOf(name, value) ?? brush.tool;
  }
  return brush;
}

/** What `first` says, and where it says nothing, what `then` says. */
export function overBrush(first: Brush, then: Brush): Brush {
  return {
    colour: first.colour ?? then.colour,
    width: first.width ?? then.width,
    tool: first.tool ?? then.tool,
  };
}

/** A brush with what it takes over from those it refers to. */
export function readBrush(element: InkmlElement, byId: ReadonlyMap<string, InkmlElement>): Brush {
  let brush = ownProperties(element);
  let next = byId.get(attribute(element, 'brushRef').replace(/^#/, ''));
  for (let depth = 0; next && depth < MOST_INHERITED; depth++) {
    brush = overBrush(brush, ownProperties(next));
    next = byId.get(attribute(next, 'brushRef').replace(/^#/, ''));
  }
  return brush;
}
