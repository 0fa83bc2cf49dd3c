/** One filled or stroked outline of a picture, in page points. */
export interface PictureShape {
  /** SVG path data with absolute or relative commands. */
  d: string;
  fill?: string;
  stroke?: string;
  /** Stroke width in points. */
  width?: number;
}
