import fc from 'fast-check';
import { CEILING, lifted, TARGET_LOUDNESS } from './lift';
import { integratedLoudness, LoudnessMeter } from './loudness';
import { cutSound, fromDecibels, joinSounds, peakOf, soundLength, type Sound } from './sound';
import { writeWav } from './wav';
import { levelOf, WaveMeter, wavePeaks } from './wave';
import { clippedShare, judgeSound } from './judgeSound';

const RATE = 16_000;
const tone = (peak: number, seconds = 1, frequency = 440): Sound => ({
  channels: [
    Float32Array.from(
      { length: Math.round(seconds * RATE) },
      (_, i) => peak * Math.sin((2 * Math.PI * frequency * i) / RATE),
    ),
  ],
  rate: RATE,
});
/** A quiet tone with sharp knocks in it: hard to lift without clipping. */
function knocks(peak: number): Sound {
  const {
    channels: [samples],
  } = tone(peak, 4);
  for (let i = 2000; i < samples!.length; i += 9000) samples![i] = 0.9;
  return { channels: [samples!], rate: RATE };
}

describe('lifting', () => {
  it.each([0.2, 0.05, 0.01, 0.002])('brings a tone of peak %f to the target', (peak) => {
    expect(Math.abs(integratedLoudness(lifted(tone(peak))) - TARGET_LOUDNESS)).toBeLessThanOrEqual(0.3);
  });

  it('never clips, and still reaches the target with knocks that are far above the rest', () => {
    const result = lifted(knocks(0.02));
    expect(peakOf(result)).toBeLessThanOrEqual(fromDecibels(CEILING) + 1e-6);
    expect(Math.abs(integratedLoudness(result) - TARGET_LOUDNESS)).toBeLessThanOrEqual(0.5);
    expect(clippedShare(result)).toBeLessThan(0.001);
  });

  it('never clips whatever the sound', () => {
    fc.assert(
      fc.property(fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 4000 }), (values) => {
        const result = lifted({ channels: [Float32Array.from(values)], rate: 8_000 });
        if (result.channels[0]!.some((sample, i) => sample !== Math.fround(values[i]!)))
          expect(peakOf(result)).toBeLessThanOrEqual(fromDecibels(CEILING) + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves silence and what is loud enough as it is', () => {
    const silence: Sound = { channels: [new Float32Array(RATE)], rate: RATE };
    expect(lifted(silence)).toBe(silence);
    const loud = tone(0.9);
    expect(lifted(loud)).toBe(loud);
  });
});

describe('a sound', () => {
  it('is cut and joined again without a sample lost', () => {
    const whole = tone(0.5, 2);
    const joined = joinSounds([cutSound(whole, 0, 0.7), cutSound(whole, 0.7, 9)]);
    expect(joined).toEqual(whole);
    expect(soundLength(cutSound(whole, 0.25, 0.75))).toBeCloseTo(0.5, 4);
    expect(() => joinSounds([])).toThrow(RangeError);
  });

  it('shows its shape', () => {
    const rising: Sound = {
      channels: [Float32Array.from({ length: 1000 }, (_, i) => (i % 2 ? i : -i) / 1000)],
      rate: RATE,
    };
    const peaks = wavePeaks(rising, 10);
    expect(peaks.map((peak) => Math.round(peak * 10))).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(wavePeaks({ channels: [new Float32Array()], rate: RATE }, 3)).toEqual([0, 0, 0]);
    expect(wavePeaks({ channels: [Float32Array.of(0.5)], rate: RATE }, 3)).toEqual([0.5, 0.5, 0.5]);
  });

  it('has a level in even steps of decibels', () => {
    const level = (peak: number): number => levelOf(tone(peak).channels[0]!);
    expect(level(0)).toBe(0);
    expect(level(1)).toBeGreaterThan(0.9);
    expect(level(0.1) - level(0.01)).toBeCloseTo(level(1) - level(0.1), 3);
  });

  it('is a WAV file that says what it holds, its samples right to a bit', () => {
    const stereo: Sound = { channels: [Float32Array.of(0, 0.5, 2), Float32Array.of(-1, -0.5, -3)], rate: 44_100 };
    const bytes = writeWav(stereo);
    const view = new DataView(bytes.buffer);
    const word = (offset: number): string => String.fromCharCode(...bytes.subarray(offset, offset + 4));
    expect([word(0), word(8), word(12), word(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
    expect([
      view.getUint32(4, true) + 8,
      view.getUint16(22, true),
      view.getUint32(24, true),
      view.getUint32(40, true),
    ]).toEqual([bytes.length, 2, 44_100, 12]);
    expect(Array.from({ length: 6 }, (_, i) => view.getInt16(44 + 2 * i, true))).toEqual([
      0, -32767, 16384, -16383, 32767, -32767,
    ]);
  });

  it('is called clipped for flat tops, not for being loud', () => {
    expect(judgeSound(tone(0.95, 2)).faults).not.toContain('clipped');
    const {
      channels: [samples],
      rate,
    } = tone(2, 2);
    expect(
      judgeSound({ channels: [samples!.map((sample) => Math.max(-1, Math.min(1, sample)))], rate }).faults,
    ).toContain('clipped');
  });
});

it('a sound that comes bit by bit has the loudness and the shape of the whole', () => {
  const samples = Float32Array.from({ length: RATE * 3 + 77 }, (_, i) => Math.sin(i / 9) * (i / (RATE * 4)));
  const sound = { channels: [samples, samples.map((value) => value / 2)], rate: RATE };
  const loudness = new LoudnessMeter(RATE, 2);
  const wave = new WaveMeter(240, samples.length);
  for (let index = 0; index < samples.length; index += 5_001) {
    const bit = sound.channels.map((channel) => channel.subarray(index, index + 5_001));
    loudness.add(bit);
    wave.add(bit);
  }
  expect(loudness.integrated()).toBeCloseTo(integratedLoudness(sound), 9);
  expect(wave.shape()).toEqual(wavePeaks(sound, 240));
});
