/**
 * Ink to bytes and back.
 *
 * Layout, version 1: the version byte, the number of samples as a varint, then four columns
 * (x, y, pressure, time). A column is one head byte (bits 0 to 4: Rice parameter k; bit 5: order of
 * prediction less one), its leading values as zigzag varints, and the residuals of the prediction
 * Rice-coded (R. F. Rice, "Some practical universal noiseless coding techniques", JPL 79-22, 1979),
 * padded to a whole byte. Positions are kept on a grid of 1/64 pt (so the error is at most 1/128 pt
 * on each axis), pressure in steps of 1/255, time in whole milliseconds.
 *
 * First order predicts "as the one before", second order "as far again as the last step"; whichever
 * makes the column smaller is taken, because freshly sampled ink moves evenly and simplified ink does not.
 */
import { emptyInk, type Ink } from './ink';

export const INK_CODEC_VERSION = 1;
/** Positions are multiples of this many points. */
export const INK_GRID = 1 / 64;
/** The most samples one stroke may have: about nine minutes without lifting at 120 a second. */
export const MAX_INK_SAMPLES = 65_535;
/** Positions further from the origin than this (in points) are refused. */
export const MAX_INK_POSITION = 100_000;
/** A stroke may take at most this long, in milliseconds (an hour). */
export const MAX_INK_TIME = 3_600_000;

const PRESSURE_STEPS = 255;
/** A quotient this long is written as an escape and 32 plain bits instead. */
const LONGEST_UNARY = 20;

/** The ink can't be written: a number is not finite, out of range, or there are too many samples. */
export class InkRangeError extends RangeError {
  override name = 'InkRangeError';
}

/** The bytes are not ink of a version we know, or end too early. */
export class InkDecodeError extends Error {
  override name = 'InkDecodeError';
}

class ByteWriter {
  private bytes = new Uint8Array(256);
  private length = 0;
  private bitBuffer = 0;
  private bitCount = 0;

  byte(value: number): void {
    if (this.length === this.bytes.length) {
      const grown = new Uint8Array(this.bytes.length * 2);
      grown.set(this.bytes);
      this.bytes = grown;
    }
    this.bytes[this.length++] = value;
  }

  varint(value: number): void {
    let rest = value;
    while (rest >= 128) {
      this.byte((rest % 128) | 128);
      rest = Math.floor(rest / 128);
    }
    this.byte(rest);
  }

  bits(value: number, count: number): void {
    for (let i = count - 1; i >= 0; i--) {
      this.bitBuffer = (this.bitBuffer << 1) | (Math.floor(value / 2 ** i) % 2);
      if (++this.bitCount === 8) this.endByte();
    }
  }

  endByte(): void {
    if (this.bitCount === 0) return;
    this.byte((this.bitBuffer << (8 - this.bitCount)) & 255);
    this.bitBuffer = 0;
    this.bitCount = 0;
  }

  done(): Uint8Array {
    return this.bytes.slice(0, this.length);
  }
}

const tooShort = (): InkDecodeError => new InkDecodeError('The ink ends too early: it was cut off on its way.');

class ByteReader {
  private at = 0;
  /** The next bits, the first of them on top; `have` of the 32 are real. */
  private ahead = 0;
  private have = 0;

  constructor(private readonly bytes: Uint8Array) {}

  byte(): number {
    if (this.at >= this.bytes.length) throw tooShort();
    return this.bytes[this.at++]!;
  }

  varint(): number {
    let value = 0;
    for (let scale = 1; scale <= 2 ** 42; scale *= 128) {
      const byte = this.byte();
      value += (byte & 127) * scale;
      if (byte < 128) return value;
    }
    throw new InkDecodeError('The ink holds a number that is too long.');
  }

  private look(): void {
    while (this.have <= 24 && this.at < this.bytes.length) {
      this.ahead |= this.bytes[this.at++]! << (24 - this.have);
      this.have += 8;
    }
  }

  /** At most 24 bits. */
  private take(count: number): number {
    if (count === 0) return 0;
    if (this.have < count) this.look();
    if (this.have < count) throw tooShort();
    const value = this.ahead >>> (32 - count);
    this.ahead <<= count;
    this.have -= count;
    return value;
  }

  /** A Rice code of parameter k, or the 32 plain bits behind an escape. */
  rice(k: number): number {
    if (this.have <= 24) this.look();
    const run = Math.clz32(~this.ahead);
    const length = run + 1 + k;
    // Nearly every code lies whole in what was looked at; one in thousands takes the long way.
    if (run < LONGEST_UNARY && length <= this.have && length < 32) {
      const low = k === 0 ? 0 : (this.ahead << (run + 1)) >>> (32 - k);
      this.ahead <<= length;
      this.have -= length;
      return (run << k) | low;
    }
    const ones = Math.min(run, LONGEST_UNARY);
    if (ones > this.have) throw tooShort();
    this.take(ones);
    if (ones === LONGEST_UNARY) return this.take(16) * 65_536 + this.take(16);
    this.take(1);
    return ones * 2 ** k + this.take(k);
  }

  /** Leaves the rest of a byte that was begun, and gives back the bytes that were only looked at. */
  endByte(): void {
    this.at -= this.have >> 3;
    this.ahead = 0;
    this.have = 0;
  }

  atEnd(): boolean {
    return this.at === this.bytes.length;
  }
}

const zigzag = (value: number): number => (value >= 0 ? value * 2 : -value * 2 - 1);
function unzigzag(value: number): number {
  if (value < 0x8000_0000) return (value >>> 1) ^ -(value & 1);
  return value % 2 === 0 ? value / 2 : -(value + 1) / 2;
}

function residuals(values: Int32Array, order: 1 | 2): number[] {
  const out: number[] = [];
  for (let i = order; i < values.length; i++) {
    const predicted = order === 1 ? values[i - 1]! : 2 * values[i - 1]! - values[i - 2]!;
    out.push(zigzag(values[i]! - predicted));
  }
  return out;
}

function riceBits(codes: readonly number[], k: number): number {
  let bits = 0;
  for (const code of codes) {
    const quotient = Math.floor(code / 2 ** k);
    bits += quotient >= LONGEST_UNARY ? LONGEST_UNARY + 32 : quotient + 1 + k;
  }
  return bits;
}

function bestRice(codes: readonly number[]): { k: number; bits: number } {
  let best = { k: 0, bits: Infinity };
  for (let k = 0; k <= 20; k++) {
    const bits = riceBits(codes, k);
    if (bits < best.bits) best = { k, bits };
  }
  return best;
}

function writeColumn(writer: ByteWriter, values: Int32Array): void {
  const first = residuals(values, 1);
  const second = residuals(values, 2);
  const bestFirst = bestRice(first);
  const bestSecond = bestRice(second);
  const order = values.length > 2 && bestSecond.bits < bestFirst.bits ? 2 : 1;
  const { k } = order === 2 ? bestSecond : bestFirst;
  writer.byte(k | ((order - 1) << 5));
  for (let i = 0; i < Math.min(order, values.length); i++) writer.varint(zigzag(values[i]!));
  for (const code of order === 2 ? second : first) {
    const quotient = Math.floor(code / 2 ** k);
    if (quotient >= LONGEST_UNARY) {
      writer.bits(2 ** LONGEST_UNARY - 1, LONGEST_UNARY);
      writer.bits(code, 32);
    } else {
      writer.bits(2 ** (quotient + 1) - 2, quotient + 1);
      writer.bits(code % 2 ** k, k);
    }
  }
  writer.endByte();
}

/** A column on its way to its place; made once, because a page has thousands of strokes. */
let column = new Int32Array(256);

/** Reads a column into {@link column}. */
function readColumn(reader: ByteReader, length: number): Int32Array {
  const head = reader.byte();
  const k = head & 31;
  const order = (head >> 5) + 1;
  if (k > 20 || order > 2) throw new InkDecodeError('The ink is written in a way this version does not know.');
  if (column.length < length) column = new Int32Array(length * 2);
  const values = column;
  let before = 0;
  let last = 0;
  for (let i = 0; i < length; i++) {
    let value: number;
    if (i < order) value = unzigzag(reader.varint());
    else value = (order === 1 ? last : 2 * last - before) + unzigzag(reader.rice(k));
    values[i] = value;
    before = last;
    last = values[i]!;
  }
  reader.endByte();
  return values;
}

function quantised(values: ArrayLike<number>, scale: number, least: number, most: number, channel: string): Int32Array {
  const out = new Int32Array(values.length);
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (!(value >= least && value <= most)) {
      throw new InkRangeError(`A stroke's ${channel} is ${value}; it must lie between ${least} and ${most}.`);
    }
    out[i] = Math.round(value * scale);
  }
  return out;
}

/**
 * Writes a stroke's samples as bytes.
 *
 * @returns at most 4 bytes a sample on handwriting (usually under 3), error at most {@link INK_GRID}.
 * @throws InkRangeError if a value is not finite or out of range, or there are over {@link MAX_INK_SAMPLES}.
 */
export function encodeInk(ink: Ink): Uint8Array {
  const length = ink.x.length;
  if (length > MAX_INK_SAMPLES) {
    throw new InkRangeError(`A stroke may have ${MAX_INK_SAMPLES} samples; this one has ${length}.`);
  }
  const writer = new ByteWriter();
  writer.byte(INK_CODEC_VERSION);
  writer.varint(length);
  if (length === 0) return writer.done();
  writeColumn(writer, quantised(ink.x, 1 / INK_GRID, -MAX_INK_POSITION, MAX_INK_POSITION, 'x'));
  writeColumn(writer, quantised(ink.y, 1 / INK_GRID, -MAX_INK_POSITION, MAX_INK_POSITION, 'y'));
  writeColumn(writer, quantised(ink.pressure, PRESSURE_STEPS, 0, 1, 'pressure'));
  writeColumn(writer, quantised(ink.time, 1, 0, MAX_INK_TIME, 'time'));
  return writer.done();
}

function readInto(
  to: Float64Array | Float32Array,
  reader: ByteReader,
  step: number,
  least: number,
  most: number,
): void {
  const values = readColumn(reader, to.length);
  // Steps of a 255th do not add up to one exactly.
  const [from, until] = [least - 1e-9, most + 1e-9];
  for (let i = 0; i < to.length; i++) {
    const value = values[i]! * step;
    if (!(value >= from && value <= until))
      throw new InkDecodeError('The ink holds a sample that lies off every page.');
    to[i] = value;
  }
}

/**
 * Reads what {@link encodeInk} wrote.
 *
 * @throws InkDecodeError if the bytes are cut off, of another version, out of range, or followed by something else.
 */
export function decodeInk(bytes: Uint8Array): Ink {
  const reader = new ByteReader(bytes);
  const version = reader.byte();
  if (version !== INK_CODEC_VERSION) {
    throw new InkDecodeError(`This ink is of version ${version}; this Lippet reads version ${INK_CODEC_VERSION}.`);
  }
  const length = reader.varint();
  if (length > MAX_INK_SAMPLES) throw new InkDecodeError('The ink says it has more samples than a stroke can have.');
  const ink = emptyInk(length);
  if (length > 0) {
    readInto(ink.x, reader, INK_GRID, -MAX_INK_POSITION, MAX_INK_POSITION);
    readInto(ink.y, reader, INK_GRID, -MAX_INK_POSITION, MAX_INK_POSITION);
    readInto(ink.pressure, reader, 1 / PRESSURE_STEPS, 0, 1);
    readInto(ink.time, reader, 1, 0, MAX_INK_TIME);
  }
  if (!reader.atEnd()) throw new InkDecodeError('There is something behind the ink that does not belong to it.');
  return ink;
}
