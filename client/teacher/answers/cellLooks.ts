import type { CellState } from '@lippet/core/questions/board/board';
import type { LineName } from '../../ui/LineIcon';
import { colours } from '../../ui/theme';

/** How a square of the board looks, and its share of a bar. Each has a shape and a word; colour says nothing alone. */
export const CELL_LOOKS: Record<CellState, { word: string; icon: LineName | null; fill: string; bar: string }> = {
  open: { word: 'open', icon: null, fill: colours.paper, bar: colours.paper },
  given: { word: 'given', icon: 'boat', fill: colours.mist, bar: colours.mist },
  right: { word: 'right', icon: 'tick', fill: colours.mist, bar: colours.moss },
  partly: { word: 'partly right', icon: 'again', fill: colours.ochre, bar: colours.ochre },
  wrong: { word: 'not right', icon: 'close', fill: colours.blush, bar: colours.blush },
};
