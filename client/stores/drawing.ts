import {
  INK_COLOURS,
  INK_TOOLS,
  TOOL_STYLES,
  type InkTool,
  type MarkColourName,
  type WidthName,
} from '@lippet/core/ink/tools';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** Tools that have a colour. */
export type PaintTool = InkTool | 'fill' | 'words';
export type Tool = PaintTool | 'rubber' | 'add' | 'pin' | 'stamp' | 'choose' | 'move';
/** The rubber takes whole strokes, or just what it touches. */
export type RubberMode = 'whole' | 'touch';
/** The highlighter draws freely, or covers or strikes out the words it is drawn over. */
export type MarkMode = 'free' | 'words' | 'strike';

interface PaintChoice {
  colour: string;
  width: WidthName;
}

/** Size of written words in points, by the names that widths have. */
export const TEXT_SIZES: Record<WidthName, number> = { thin: 14, middle: 20, thick: 32 };

/** Beside a stylus, fingers draw as well or move the page; who tries to draw with one is asked which, once. */
export type FingerUse = 'ask' | 'draw' | 'move';

interface DrawingState {
  tool: Tool;
  choices: Record<PaintTool, PaintChoice>;
  rubber: RubberMode;
  mark: MarkMode;
  /** In which colour a teacher marks. */
  markColour: MarkColourName;
  /** When a stylus was last seen here, in milliseconds since 1970; null for never. */
  penAt: number | null;
  /** What fingers do where there is a stylus. */
  fingers: FingerUse;
  setTool: (tool: Tool) => void;
  setColour: (colour: string) => void;
  setWidth: (width: WidthName) => void;
  setRubber: (rubber: RubberMode) => void;
  setMark: (mark: MarkMode) => void;
  setMarkColour: (colour: MarkColourName) => void;
  seePen: () => void;
  setFingers: (fingers: FingerUse) => void;
}

/** Where no stylus was seen for so long (ms), fingers draw again by themselves. */
const PEN_FORGOTTEN = 86_400_000;
/** A stylus at work is written down no more often than this (ms). */
const PEN_NOTED = 60_000;

/** Whether only the stylus draws, so that a hand that rests draws nothing. */
export const onlyPenDraws = ({ penAt, fingers }: Pick<DrawingState, 'penAt' | 'fingers'>, now: number): boolean =>
  fingers !== 'draw' && penAt !== null && now - penAt < PEN_FORGOTTEN;

const PAINT_TOOLS: readonly Tool[] = [...INK_TOOLS, 'fill', 'words'];
const isPaintTool = (tool: Tool): tool is PaintTool => PAINT_TOOLS.includes(tool);
export const isInkTool = (tool: Tool): tool is InkTool => (INK_TOOLS as readonly Tool[]).includes(tool);

/** Whose colour and width are shown while a tool is in hand: its own, or the pen's. */
export const paintToolOf = (tool: Tool): PaintTool => (isPaintTool(tool) ? tool : 'pen');

/** Tool, colours and widths of this device, remembered between visits. */
export const useDrawing = create<DrawingState>()(
  persist(
    (set, get) => {
      const choose = (change: Partial<PaintChoice>): void => {
        const { tool, choices } = get();
        // Choosing a colour while rubbing means that one wants to draw again.
        const paint = paintToolOf(tool);
        set({ tool: paint, choices: { ...choices, [paint]: { ...choices[paint], ...change } } });
      };
      return {
        tool: 'pen',
        choices: {
          pen: { colour: INK_COLOURS.ink, width: 'middle' },
          brush: { colour: INK_COLOURS.red, width: 'middle' },
          highlighter: { colour: INK_COLOURS.yellow, width: 'middle' },
          fill: { colour: INK_COLOURS.yellow, width: 'middle' },
          words: { colour: INK_COLOURS.ink, width: 'middle' },
        },
        rubber: 'whole',
        mark: 'free',
        markColour: 'blue',
        penAt: null,
        fingers: 'ask',
        setTool: (tool) => set({ tool }),
        setColour: (colour) => choose({ colour }),
        setWidth: (width) => choose({ width }),
        setRubber: (rubber) => set({ rubber }),
        setMark: (mark) => set({ mark }),
        setMarkColour: (markColour) => set({ markColour }),
        seePen: () => {
          const now = Date.now();
          if (now - (get().penAt ?? 0) > PEN_NOTED) set({ penAt: now });
        },
        setFingers: (fingers) => set({ fingers }),
      };
    },
    // A tool that came later must not miss its choice because an older visit's choices are read.
    {
      name: 'lippet-drawing',
      storage: createJSONStorage(() => localStorage),
      merge: (kept, now) => ({
        ...now,
        ...(kept as object),
        choices: { ...now.choices, ...(kept as DrawingState | undefined)?.choices },
      }),
    },
  ),
);

/** Colour and full width in points of an ink tool as chosen. */
export function inkOf(tool: InkTool, { choices }: Pick<DrawingState, 'choices'>): { colour: string; width: number } {
  const { colour, width } = choices[tool];
  return { colour, width: TOOL_STYLES[tool].widths[width] };
}
