/** How well sounds are judged, on made-up ones that share no code with the judge. */
import { judgeSound, noisiness, type SoundFault } from '@lippet/core/sound/judgeSound';
import { makeNoise, makeQuay, makeVoice, mixed, overdriven, type NoiseColour } from './sounds';
import type { Sound } from '@lippet/core/sound/sound';

const COUNT = 30;
const COLOURS: NoiseColour[] = ['white', 'pink', 'brown', 'hum'];
const rightOf = (make: (seed: number) => Sound, right: (faults: SoundFault[]) => boolean): number =>
  Array.from({ length: COUNT }, (_, seed) => right(judgeSound(make(seed + 1)).faults)).filter(Boolean).length / COUNT;

describe('at least 95 of 100 are judged right:', () => {
  it.each<[string, (seed: number) => Sound, SoundFault[]]>([
    ['a voice', (seed) => makeVoice(seed, 4), []],
    [
      'a voice in a room that is not quite quiet',
      (seed) => mixed(makeVoice(seed, 4), makeNoise(seed, 4, COLOURS[seed % 4]!, 1), 0.02),
      [],
    ],
    ['a quay', (seed) => makeQuay(seed, 6), []],
    ['a voice far away', (seed) => makeVoice(seed, 4, 0.02), ['quiet']],
    ['a room with nobody in it', (seed) => makeNoise(seed, 4, 'brown', 0.001), ['silent']],
  ])('%s', (_, make, faults) => {
    expect(rightOf(make, (found) => String(found) === String(faults))).toBeGreaterThanOrEqual(0.95);
  });

  it.each<[string, (seed: number) => Sound, SoundFault]>([
    ['noise of a colour, or a fan', (seed) => makeNoise(seed, 4, COLOURS[seed % 4]!), 'noise'],
    [
      'noise over a voice',
      (seed) => mixed(makeNoise(seed, 4, COLOURS[seed % 4]!, 0.5), makeVoice(seed, 4, 1), 0.05),
      'noise',
    ],
    ['a voice too near', (seed) => overdriven(makeVoice(seed, 4, 1), 3), 'clipped'],
  ])('%s', (_, make, fault) => {
    expect(rightOf(make, (found) => found.includes(fault))).toBeGreaterThanOrEqual(0.95);
  });
});

it('a moment is too short to be called noise', () => {
  expect(noisiness(makeNoise(1, 0.2, 'white'))).toBeNull();
});
