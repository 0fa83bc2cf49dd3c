import type { Tool } from '../../stores/drawing';
import type { ToolUse } from './surface';
import { addTool } from '../tools/addTool';
import { chooseTool } from '../tools/chooseTool';
import { fillTool } from '../tools/fillTool';
import { markTool } from '../tools/markTool';
import { pinTool } from '../tools/pinTool';
import { stampTool } from '../tools/stampTool';
import { wordsTool } from '../tools/wordsTool';

/** The same on marks over somebody's go: nothing is coloured in, and no picture put over it. */
export const DESK_USES: Partial<Record<Tool, ToolUse>> = {
  words: wordsTool,
  pin: pinTool,
  stamp: stampTool,
  choose: chooseTool,
  highlighter: markTool,
};

/** The same where a picture may be put beside what is marked. */
export const PARTNER_USES: Partial<Record<Tool, ToolUse>> = { ...DESK_USES, add: addTool };

/** What each tool that is neither ink nor rubber does on a sheet. */
export const SHEET_USES: Partial<Record<Tool, ToolUse>> = {
  fill: fillTool,
  words: wordsTool,
  add: addTool,
  pin: pinTool,
  choose: chooseTool,
  highlighter: markTool,
};
