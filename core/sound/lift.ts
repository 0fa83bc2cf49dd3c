import { integratedLoudness } from './loudness';
import { fromDecibels, peakOf, type Sound } from './sound';

/** Where quiet recordings are lifted to, in LUFS. */
export const TARGET_LOUDNESS = -16;
/** No sample of a lifted sound is above this, in dBFS. */
export const CEILING = -1;

/** How far ahead the limiter looks, and how long it takes to let go, in seconds. */
const AHEAD = 0.005;
const RELEASE = 0.08;
/** The limiter takes some loudness away; the gain is set again so often. */
const ROUNDS = 4;
/** What is more than this far from the target (LU) is tried again. */
const NEAR = 0.2;

/**
 * A gain for each sample that keeps all channels under the ceiling: the least gain that is needed within the time
 * ahead, reached by a ramp and left slowly.
 */
function limiterGains(channels: readonly Float32Array[], rate: number, ceiling: number): Float32Array {
  const length = channels[0]!.length;
  const gains = new Float32Array(length);
  for (let i = 0; i < length; i++) {
    let peak = 0;
    for (const channel of channels) peak = Math.max(peak, Math.abs(channel[i]!));
    gains[i] = peak > ceiling ? ceiling / peak : 1;
  }
  // Backwards: the ramp down before a peak. Forwards: letting go behind it. Each keeps every gain at or under what is
  // needed.
  const down = 1 / Math.max(1, AHEAD * rate);
  for (let i = length - 2; i >= 0; i--) gains[i] = Math.min(gains[i]!, gains[i + 1]! + down);
  const up = 1 / Math.max(1, RELEASE * rate);
  for (let i = 1; i < length; i++) gains[i] = Math.min(gains[i]!, gains[i - 1]! + up);
  return gains;
}

function amplified({ channels, rate }: Sound, gain: number): Sound {
  const louder = channels.map((channel) => channel.map((sample) => sample * gain));
  const ceiling = fromDecibels(CEILING);
  if (peakOf({ channels: louder, rate }) <= ceiling) return { channels: louder, rate };
  const gains = limiterGains(louder, rate, ceiling);
  for (const channel of louder) for (let i = 0; i < channel.length; i++) channel[i]! *= gains[i]!;
  return { channels: louder, rate };
}

/**
 * The sound at the target loudness, with its peaks held under the ceiling by a limiter that looks ahead. Silence stays
 * as it is; what is louder than the target is not made quieter. What is all peaks may end a little below the target.
 */
export function lifted(sound: Sound, target = TARGET_LOUDNESS): Sound {
  const before = integratedLoudness(sound);
  if (before === -Infinity || before >= target) return sound;
  let gain = target - before;
  let result = amplified(sound, fromDecibels(gain));
  for (let round = 1; round < ROUNDS; round++) {
    const short = target - integratedLoudness(result);
    if (Math.abs(short) <= NEAR) break;
    gain += short;
    result = amplified(sound, fromDecibels(gain));
  }
  return result;
}
