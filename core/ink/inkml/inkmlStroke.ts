import type { Ink } from '../ink';
import type { InkTool } from '../tools';

export interface InkmlStroke {
  ink: Ink;
  tool: InkTool;
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
