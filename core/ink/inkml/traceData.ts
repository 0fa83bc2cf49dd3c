import { MAX_INK_SAMPLES } from '../codec';
import { InkmlError } from './inkmlStroke';

/** One sample: a number for each channel; null where the device had none (`?`), or where an optional one is left out. */
export type Row = (number | null)[];

/** How the numbers of a channel are meant: as they are, as steps, or as changes of the step. */
type Order = '!' | "'" | '"';

/** One channel's way from sample to sample (InkML 3.2.1: explicit values, velocities, accelerations). */
class ChannelState {
  private order: Order = '!';
  private value = 0;
  private speed = 0;
  private acceleration = 0;

  /** Takes the next number. @returns the value of the channel */
  take(number: number, order: Order | undefined): number {
    if (order) this.order = order;
    if (this.order === '!') {
      this.speed = number - this.value;
      this.value = number;
      return number;
    }
    if (this.order === "'") this.speed = number;
    else {
      this.acceleration = number;
      this.speed += number;
    }
    this.value += this.speed;
    return this.value;
  }

  /** As before (`*`): the same value, the same step, or the same change of the step. */
  repeat(order: Order | undefined): number {
    if (order) this.order = order;
    if (this.order === '!') return this.value;
    return this.take(this.order === "'" ? this.speed : this.acceleration, undefined);
  }
}

/** One value with the spaces and the mark before it. Sticky, so that a text is gone through once. */
const VALUE = /\s*(?:([!'"])\s*)?(?:([*?TF])|([+-]?)#([0-9a-f]+)|([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?))/iy;

/** The value that stands next in a text, from {@link VALUE}. */
function valueOf(match: RegExpExecArray, state: ChannelState): number | null {
  const [, order, sign, hexSign, hex, decimal] = match;
  if (sign === '?') return null;
  if (sign === '*') return state.repeat(order as Order | undefined);
  if (sign) return state.take(sign.toUpperCase() === 'T' ? 1 : 0, order as Order | undefined);
  const number = hex ? parseInt(hex, 16) * (hexSign === '-' ? -1 : 1) : Number(decimal);
  return state.take(number, order as Order | undefined);
}

/** The values of one sample, or null where something else stands there. */
function readSample(text: string, states: readonly ChannelState[]): Row | null {
  const row: Row = [];
  let place = 0;
  const length = text.trimEnd().length;
  while (place < length) {
    VALUE.lastIndex = place;
    const match = VALUE.exec(text);
    const state = states[row.length];
    if (!match || !state) return null;
    row.push(valueOf(match, state));
    place = VALUE.lastIndex;
  }
  return row;
}

export interface TraceData {
  rows: Row[];
  /** Whether all that stood there could be read. */
  whole: boolean;
}

/**
 * The samples of a trace's text.
 *
 * @param needed how many channels every sample has
 * @param most how many it may have
 * @throws InkmlError if there are more samples than a stroke may have
 */
export function readTraceData(text: string, needed: number, most: number): TraceData {
  const states = Array.from({ length: most }, () => new ChannelState());
  const rows: Row[] = [];
  let whole = true;
  for (const sample of text.split(',')) {
    const row = readSample(sample, states);
    if (row && row.length >= needed) rows.push(row);
    else if (row?.length !== 0) whole = false;
    if (rows.length > MAX_INK_SAMPLES) throw new InkmlError('A stroke of this ink is too long to be taken in.');
  }
  return { rows, whole };
}
