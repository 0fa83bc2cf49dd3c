import type { InkTool } from '../tools';
import { INKML_NAMESPACE, type InkmlStroke } from './inkmlStroke';

const short = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/**
 * What tells a highlighter from a pen: ink that darkens what is below it (`maskPen`), from a tip with corners. A brush
 * says that it is one by a property of ours; programs that don't know it see a broad pen.
 */
const TOOL_PROPERTIES: Record<InkTool, string> = {
  pen: '',
  brush: '<brushProperty name="lippetTool" value="brush"/>',
  highlighter:
    '<brushProperty name="tip" value="rectangle"/><brushProperty name="rasterOp" value="maskPen"/>' +
    '<brushProperty name="transparency" value="128"/>',
};

function brushElement({ tool, colour, width }: InkmlStroke, id: string): string {
  return (
    `<brush xml:id="${id}"><brushProperty name="color" value="${colour}"/>` +
    `<brushProperty name="width" value="${short(width, 3)}" units="pt"/>` +
    `<brushProperty name="height" value="${short(width, 3)}" units="pt"/>${TOOL_PROPERTIES[tool]}</brush>`
  );
}

function traceText({ ink: { x, y, pressure, time } }: InkmlStroke): string {
  return Array.from(
    x,
    (_, i) => `${short(x[i]!, 3)} ${short(y[i]!, 3)} ${short(pressure[i]!, 3)} ${Math.round(time[i]!)}`,
  ).join(', ');
}

/**
 * Ink as InkML (W3C Recommendation, 2011): traces of X, Y, F (force, 0 to 1) and T (milliseconds), in points.
 *
 * @returns a whole InkML file
 */
export function writeInkml(strokes: readonly InkmlStroke[]): string {
  const brushes = new Map<string, { id: string; element: string }>();
  const traces = strokes.map((stroke) => {
    const look = `${stroke.tool} ${stroke.colour} ${short(stroke.width, 3)}`;
    const id = brushes.get(look)?.id ?? `b${brushes.size + 1}`;
    brushes.set(look, { id, element: brushElement(stroke, id) });
    return `<trace contextRef="#page" brushRef="#${id}">${traceText(stroke)}</trace>`;
  });
  const elements = [...brushes.values()].map(({ element }) => element);
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<ink xmlns="${INKML_NAMESPACE}"><definitions>` +
    '<context xml:id="page"><inkSource xml:id="pen"><traceFormat>' +
    '<channel name="X" type="decimal" units="pt"/><channel name="Y" type="decimal" units="pt"/>' +
    '<channel name="F" type="decimal" min="0" max="1"/><channel name="T" type="integer" units="ms"/>' +
    `</traceFormat></inkSource></context>${elements.join('')}</definitions>${traces.join('\n')}</ink>\n`
  );
}
