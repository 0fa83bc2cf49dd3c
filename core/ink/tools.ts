/** The drawing tools, their widths, and how pressure becomes width: defined here and nowhere else. */

export const INK_TOOLS = ['pen', 'brush', 'highlighter'] as const;
export type InkTool = (typeof INK_TOOLS)[number];

export const WIDTH_NAMES = ['thin', 'middle', 'thick'] as const;
export type WidthName = (typeof WIDTH_NAMES)[number];

interface ToolStyle {
  /** Full width in points, by name. */
  widths: Record<WidthName, number>;
  /** 0: pressure changes nothing; 1: the lightest touch has no width. */
  thinning: number;
  /** How far, in multiples of the width, the ends run to a point. */
  taper: number;
}

export const TOOL_STYLES: Record<InkTool, ToolStyle> = {
  pen: { widths: { thin: 1.4, middle: 2.6, thick: 5 }, thinning: 0.45, taper: 0 },
  brush: { widths: { thin: 7, middle: 14, thick: 26 }, thinning: 0.6, taper: 0.35 },
  // Even and blunt: it lies under the ink, multiplied (see layerOf in core/page/item).
  highlighter: { widths: { thin: 9, middle: 15, thick: 26 }, thinning: 0, taper: 0 },
};

/** Ink colours by name; a stroke keeps the value, so a later palette leaves old drawings as they were. */
export const INK_COLOURS = {
  ink: '#1C2A33',
  red: '#C8472F',
  yellow: '#F0AE2E',
  blue: '#2A6A8C',
  green: '#55721F',
  plum: '#884C7E',
  sand: '#D9C8A0',
  water: '#C0D9DE',
} as const;
export type InkColourName = keyof typeof INK_COLOURS;

/** Colours of a teacher's marks by name: as ink, and as the highlighter leaves them, to be read through. */
export const MARK_COLOURS = {
  blue: { ink: INK_COLOURS.blue, light: '#A9D3E8' },
  red: { ink: INK_COLOURS.red, light: '#F2B5A7' },
  green: { ink: INK_COLOURS.green, light: '#CBDD92' },
  plum: { ink: INK_COLOURS.plum, light: '#DDBAD7' },
} as const;
export type MarkColourName = keyof typeof MARK_COLOURS;
/** The colour that marks have where none was chosen. */
export const MARK_COLOUR = MARK_COLOURS.blue.ink;
/**
 * Lies around the ink of marks and around no other, for a learner may write in the same colour: so many points wide, and
 * so many pixels at least where a page is shown small.
 */
export const MARK_EDGE = { colour: '#F8D68A', reach: 2.4, leastPixels: 2 } as const;
/** How far that edge reaches, in points. @param scale pixels of a point */
export const markEdge = (scale: number): number => Math.max(MARK_EDGE.reach, MARK_EDGE.leastPixels / scale);

/** What a tool leaves where it marks in a colour. */
export const markInk = (tool: InkTool | 'words', name: MarkColourName): string =>
  tool === 'highlighter' ? MARK_COLOURS[name].light : MARK_COLOURS[name].ink;

/**
 * Half the width of a stroke at one sample, in points.
 *
 * @param width the stroke's full width in points
 * @param pressure 0 to 1; 0.5 gives just half of `width`
 */
export function radiusAt(tool: InkTool, width: number, pressure: number): number {
  const { thinning } = TOOL_STYLES[tool];
  return Math.max(0.2, width * (0.5 - thinning * (0.5 - pressure)));
}
