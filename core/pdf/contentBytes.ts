/**
 * PDF content as bytes that grow. Outlines are put digit by digit: an export has half a million coordinates, and
 * strings of them would take most of its time.
 */

/** Outlines are written in twentieths of a point from their own first corner: short whole numbers, within 0.025 pt. */
export const A_POINT = 20;

/** Most bytes of one corner: two numbers of up to nine digits with their signs, an operator, and what parts them. */
const CORNER = 24;
const [SPACE, NEWLINE, MINUS, ZERO, MOVE, LINE, CLOSE] = [...' \n-0mlh'].map((char) => char.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];

/** Writes a whole number of at most nine digits. @returns where it ends */
function putWhole(bytes: Uint8Array, from: number, value: number): number {
  let offset = from;
  let left = value | 0;
  if (left < 0) {
    bytes[offset++] = MINUS;
    left = -left;
  }
  let digits = 1;
  for (let bound = 10; left >= bound; bound *= 10) digits += 1;
  const end = offset + digits;
  for (offset = end - 1; digits > 0; digits--, offset--) {
    const tenth = (left / 10) | 0;
    bytes[offset] = ZERO + left - 10 * tenth;
    left = tenth;
  }
  return end;
}

export class ContentBytes {
  private bytes = new Uint8Array(256);
  private end = 0;

  private makeRoom(more: number): void {
    if (this.end + more <= this.bytes.length) return;
    const larger = new Uint8Array(2 * (this.end + more));
    larger.set(this.bytes.subarray(0, this.end));
    this.bytes = larger;
  }

  /** @param content of one byte a character */
  text(content: string): this {
    this.makeRoom(content.length);
    for (let i = 0; i < content.length; i++) this.bytes[this.end++] = content.charCodeAt(i);
    return this;
  }

  /**
   * Closed polygons as one path, to be filled with what the graphics state has. The state is left in another unit, from
   * another origin.
   *
   * @param polygons corners x0, y0, x1, y1, … each, in points; at most ten million points apart
   */
  polygons(polygons: readonly Float64Array[]): this {
    const originX = Math.round((polygons[0]?.[0] ?? 0) * A_POINT);
    const originY = Math.round((polygons[0]?.[1] ?? 0) * A_POINT);
    this.text(
      `${1 / A_POINT} 0 0 ${1 / A_POINT} ${(originX / A_POINT).toFixed(2)} ${(originY / A_POINT).toFixed(2)} cm\n`,
    );
    for (const corners of polygons) {
      this.makeRoom((corners.length / 2) * CORNER + 2);
      const { bytes } = this;
      let end = this.end;
      for (let i = 0; i < corners.length; i += 2) {
        end = putWhole(bytes, end, Math.round(corners[i]! * A_POINT) - originX);
        bytes[end++] = SPACE;
        end = putWhole(bytes, end, Math.round(corners[i + 1]! * A_POINT) - originY);
        bytes[end++] = SPACE;
        bytes[end++] = i === 0 ? MOVE : LINE;
        bytes[end++] = NEWLINE;
      }
      bytes[end++] = CLOSE;
      bytes[end++] = NEWLINE;
      this.end = end;
    }
    return this;
  }

  /** What was put; valid until more is. */
  written(): Uint8Array {
    return this.bytes.subarray(0, this.end);
  }
}
