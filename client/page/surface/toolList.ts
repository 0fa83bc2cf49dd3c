import { INK_COLOURS, type InkColourName } from '@lippet/core/ink/tools';
import type { Tool } from '../../stores/drawing';
import type { LineName } from '../../ui/LineIcon';

/**
 * The tools as people see them; `key` chooses one from the keyboard, `how` says how to begin where there is nothing to
 * choose.
 */
export const TOOLS: { tool: Tool; word: string; icon: LineName; key: string; does: string; how?: string }[] = [
  { tool: 'pen', word: 'Pen', icon: 'pen', key: '1', does: 'Draw and write' },
  { tool: 'brush', word: 'Brush', icon: 'brush', key: '2', does: 'Paint broad strokes' },
  { tool: 'highlighter', word: 'Mark', icon: 'marker', key: '3', does: 'Highlight, or strike out words' },
  { tool: 'fill', word: 'Fill', icon: 'fill', key: '4', does: 'Colour in a shape', how: 'Tap a shape to fill it' },
  { tool: 'rubber', word: 'Rubber', icon: 'rubber', key: '5', does: 'Rub out' },
  { tool: 'words', word: 'Words', icon: 'words', key: '6', does: 'Type words onto the page' },
  { tool: 'add', word: 'Add', icon: 'picture', key: '7', does: 'Add a picture', how: 'Tap where the picture goes' },
  { tool: 'pin', word: 'Pin', icon: 'pin', key: '8', does: 'Stick a note to a place', how: 'Tap where the note goes' },
  { tool: 'stamp', word: 'Stamp', icon: 'stamp', key: '2', does: 'Put one of your stamps' },
  {
    tool: 'choose',
    word: 'Pick up',
    icon: 'choose',
    key: '9',
    does: 'Pick things up to move or change them',
    how: 'Tap a thing, or draw around it',
  },
  { tool: 'move', word: 'Slide', icon: 'hand', key: '0', does: 'Move the page', how: 'Pull the page about' },
];

/** The tools of a learner's own sheet, and those of marks on somebody's go. */
export const SHEET_TOOLS: readonly Tool[] = TOOLS.map(({ tool }) => tool).filter((tool) => tool !== 'stamp');
export const MARK_TOOLS: readonly Tool[] = ['pen', 'highlighter', 'rubber', 'words', 'pin', 'stamp', 'choose', 'move'];

/** What else the keyboard does on a sheet. */
export const SHEET_KEYS: { key: string; does: string }[] = [
  { key: 'Ctrl Z', does: 'Undo' },
  { key: 'Ctrl Shift Z', does: 'Redo' },
  { key: '+  −', does: 'Closer, further away' },
  { key: 'F', does: 'The whole page' },
  { key: 'Arrows', does: 'Move the page, the tool in hand, or what is chosen' },
  { key: 'Enter', does: 'Use the tool where it is: words, a picture, a pin, a stamp, colour' },
  { key: 'N, Shift N', does: 'Next thing to pick up, the one before' },
  { key: 'Delete', does: 'Take away what is chosen' },
  { key: 'Ctrl C, V, D', does: 'Copy, put, double what is chosen' },
  { key: 'S', does: 'Next empty spot' },
  { key: 'Page Up, Down', does: 'Page before, page after' },
  { key: '?', does: 'This list' },
];

export const COLOURS = Object.entries(INK_COLOURS) as [InkColourName, string][];
