import { segmentDistanceSquared } from '@lippet/core/ink/hit';
import { ACTIVITIES } from './activities';
import { Hand, OLDER_HAND, randomFrom, YOUNG_HAND } from './hand';
import { GROUPS } from './school';

const PEN = { tool: 'pen', colour: 'ink', width: 'middle' } as const;

describe('the made-up hand', () => {
  it('draws the same for the same seed and otherwise for another', () => {
    const drawn = (seed: number): number[] => [
      ...new Hand(seed, YOUNG_HAND).ring(PEN, [100, 100], 40).strokes[0]!.ink.x,
    ];
    expect(drawn(1)).toEqual(drawn(1));
    expect(drawn(1)).not.toEqual(drawn(2));
  });

  it('stays near the way it aims at, trembling and missing no more than its manner', () => {
    const { ink } = new Hand(3, OLDER_HAND).along(PEN, [
      [0, 0],
      [300, 0],
    ]).strokes[0]!;
    for (let i = 0; i < ink.x.length; i++) {
      expect(Math.sqrt(segmentDistanceSquared([ink.x[i]!, ink.y[i]!], [0, 0], [300, 0]))).toBeLessThan(
        OLDER_HAND.miss * 2 + OLDER_HAND.tremor * 6,
      );
    }
  });

  it('is slower in a bend than on the straight', () => {
    const time = (spots: [number, number][]): number =>
      new Hand(5, OLDER_HAND).along(PEN, spots).strokes[0]!.ink.time.at(-1)!;
    const straight = time([
      [0, 0],
      [157, 0],
      [314, 0],
    ]);
    const ring = time(
      Array.from({ length: 17 }, (_, i): [number, number] => [
        50 * Math.cos((i / 16) * 2 * Math.PI),
        50 * Math.sin((i / 16) * 2 * Math.PI),
      ]),
    );
    expect(ring).toBeGreaterThan(straight * 1.2);
  });

  it('draws even chances from its seed', () => {
    const random = randomFrom(9);
    const mean = Array.from({ length: 5000 }, random).reduce((sum, value) => sum + value, 0) / 5000;
    expect(mean).toBeCloseTo(0.5, 1);
  });
});

describe('the demo school', () => {
  it('has at least two groups, twelve learners and six page activities', () => {
    expect(GROUPS.length).toBeGreaterThanOrEqual(2);
    expect(GROUPS.flatMap(({ learners }) => learners).length).toBeGreaterThanOrEqual(12);
    expect(ACTIVITIES.length).toBeGreaterThanOrEqual(6);
  });

  it('gives every learner a way to sign in, and no two names alike', () => {
    const learners = GROUPS.flatMap(({ learners: ofGroup }) => ofGroup);
    expect(learners.every(({ pictures, password }) => Boolean(pictures) !== Boolean(password))).toBe(true);
    expect(new Set(learners.map(({ name }) => name)).size).toBe(learners.length);
  });

  it('sets work only for learners of the activity’s own group', () => {
    for (const { group, pieces, title } of ACTIVITIES) {
      const names = GROUPS.find(({ key }) => key === group)!.learners.map(({ name }) => name);
      expect([title, Object.keys(pieces).filter((name) => !names.includes(name))]).toEqual([title, []]);
    }
  });
});
