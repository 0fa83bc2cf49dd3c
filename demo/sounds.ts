/**
 * Made-up sounds with what is true of each: voices, what is heard on a quay, noises. Nothing here is shared with what
 * judges sounds.
 */
import type { Sound } from '@lippet/core/sound/sound';
import { randomFrom } from './hand';

const RATE = 48_000;

/** A resonance: what a mouth, a bell or a wave does to what goes through it. */
function resonator(frequency: number, width: number): (sample: number) => number {
  const radius = Math.exp((-Math.PI * width) / RATE);
  const a1 = 2 * radius * Math.cos((2 * Math.PI * frequency) / RATE);
  let [y1, y2] = [0, 0];
  return (sample) => {
    const y = (1 - radius) * sample + a1 * y1 - radius * radius * y2;
    [y2, y1] = [y1, y];
    return y;
  };
}

function scaled(samples: Float32Array, peak: number): Float32Array {
  let top = 1e-9;
  for (const sample of samples) top = Math.max(top, Math.abs(sample));
  return samples.map((sample) => (sample * peak) / top);
}

const sounding = (samples: Float32Array): Sound => ({ channels: [samples], rate: RATE });

/** Formants of five vowels, in Hz. */
const VOWELS = [
  [730, 1090, 2440],
  [530, 1840, 2480],
  [270, 2290, 3010],
  [570, 840, 2410],
  [300, 870, 2240],
] as const;

/**
 * Somebody who says syllables: a buzz that rises and falls through vowels, a hiss now and then, a breath between words.
 */
export function makeVoice(seed: number, seconds: number, peak = 0.5): Sound {
  const random = randomFrom(seed);
  const samples = new Float32Array(Math.round(seconds * RATE));
  const pitch = 110 + random() * 170;
  let offset = 0;
  let phase = 0;
  while (offset < samples.length) {
    const length = Math.round((0.13 + random() * 0.16) * RATE);
    const hiss = random() < 0.2;
    const mouth = VOWELS[Math.floor(random() * VOWELS.length)]!.map((frequency, i) =>
      resonator(frequency, 70 + i * 30),
    );
    const [from, to] = [pitch * (0.85 + random() * 0.3), pitch * (0.85 + random() * 0.3)];
    for (let i = 0; i < length && offset + i < samples.length; i++) {
      const through = i / length;
      phase += (from + (to - from) * through + Math.sin(offset + i) * 0.1) / RATE;
      const pulse = phase % 1 < 0.08 ? 1 : -0.087;
      const buzz = hiss ? (random() - 0.5) * 0.5 : pulse;
      const envelope = Math.sin(Math.PI * through) ** 0.6;
      samples[offset + i] = envelope * mouth.reduce((sum, formant, n) => sum + formant(buzz) / (n + 1), 0);
    }
    offset += length;
    if (random() < 0.3) offset += Math.round((0.12 + random() * 0.35) * RATE);
  }
  return sounding(scaled(samples, peak));
}

export type NoiseColour = 'white' | 'pink' | 'brown' | 'hum';

/** Noise that goes on and on: of a colour, or a fan with its hum. */
export function makeNoise(seed: number, seconds: number, colour: NoiseColour, peak = 0.3): Sound {
  const random = randomFrom(seed);
  const samples = new Float32Array(Math.round(seconds * RATE));
  let [slow, brown] = [0, 0];
  const fan = resonator(220, 160);
  for (let i = 0; i < samples.length; i++) {
    const white = random() * 2 - 1;
    slow = 0.997 * slow + 0.06 * white;
    brown = 0.995 * brown + 0.05 * white;
    samples[i] = { white, pink: slow + white * 0.05, brown: brown + white * 0.01, hum: fan(white) * 6 + white * 0.15 }[
      colour
    ];
  }
  return sounding(scaled(samples, peak));
}

/** Adds one sound to another, that much louder or quieter; as long as the first. */
export function mixed(first: Sound, second: Sound, gain: number): Sound {
  const [a, b] = [first.channels[0]!, second.channels[0]!];
  return sounding(a.map((sample, i) => sample + gain * (b[i] ?? 0)));
}

/** As a device records what is too loud for it: tops cut flat. */
export function overdriven({ channels: [samples] }: Sound, gain: number): Sound {
  return sounding(samples!.map((sample) => Math.max(-1, Math.min(1, sample * gain))));
}

/** A quay: gulls that call, a halyard that rings against its mast, waves that come and go. */
export function makeQuay(seed: number, seconds: number): Sound {
  const random = randomFrom(seed);
  const samples = new Float32Array(Math.round(seconds * RATE));
  let wash = 0;
  for (let i = 0; i < samples.length; i++) {
    wash = 0.96 * wash + 0.04 * (random() * 2 - 1);
    samples[i] = wash * (0.25 + 0.2 * Math.sin((2 * Math.PI * i) / (RATE * 5.3))) * 0.5;
  }
  const add = (start: number, length: number, sound: (t: number, share: number) => number): void => {
    const [from, count] = [Math.round(start * RATE), Math.round(length * RATE)];
    for (let i = 0; i < count && from + i < samples.length; i++) samples[from + i]! += sound(i / RATE, i / count);
  };
  for (let start = 0.6; start < seconds - 1; start += 1.6 + random() * 2.2) {
    const high = 1100 + random() * 500;
    for (let call = 0; call < 2 + Math.floor(random() * 3); call++) {
      let phase = 0;
      add(start + call * 0.32, 0.27, (_, share) => {
        phase += (high * (1 + 0.5 * Math.sin(Math.PI * share) - 0.25 * share)) / RATE;
        return (
          0.22 *
          Math.sin(Math.PI * share) *
          (Math.sin(2 * Math.PI * phase) + 0.5 * Math.sin(4 * Math.PI * phase) + 0.3 * Math.sin(6 * Math.PI * phase))
        );
      });
    }
  }
  for (let start = 0.2; start < seconds; start += 0.7 + random() * 0.9) {
    const tone = 2300 + random() * 300;
    add(
      start,
      0.5,
      (t) =>
        0.07 * Math.exp(-t * 14) * (Math.sin(2 * Math.PI * tone * t) + 0.6 * Math.sin(2 * Math.PI * tone * 1.51 * t)),
    );
  }
  return sounding(scaled(samples, 0.6));
}
