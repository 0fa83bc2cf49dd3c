import fc from 'fast-check';
import { askedCount, isReached, ownSet } from './ownSet';

const all = Array.from({ length: 12 }, (_, index) => ({ id: `q${index}` }));
const rules = fc.record({ shuffled: fc.boolean(), pool: fc.option(fc.integer({ min: 1, max: 20 }), { nil: null }) });

describe('the questions of one learner', () => {
  it('are as many as are asked, each once, and the same whenever they are looked up', () => {
    fc.assert(
      fc.property(rules, fc.string(), (how, seed) => {
        const own = ownSet(all, how, seed);
        expect(own).toHaveLength(askedCount(all.length, how));
        expect(new Set(own).size).toBe(own.length);
        expect(ownSet([...all].reverse(), { ...how, shuffled: true }, seed)).toEqual(
          ownSet(all, { ...how, shuffled: true }, seed),
        );
        expect(ownSet(all, how, seed)).toEqual(own);
      }),
    );
  });

  it('stand as the teacher wrote them unless that is not wanted', () => {
    const own = ownSet(all, { shuffled: false, pool: 5 }, 'wren');
    expect(own).toEqual(all.filter((one) => own.includes(one)));
    expect(ownSet(all, { shuffled: false, pool: null }, 'wren')).toEqual(all);
    expect(ownSet(all, { shuffled: true, pool: null }, 'wren')).not.toEqual(all);
  });

  it('differ from one learner to the next, and each is drawn about as often', () => {
    const counts = new Map<string, number>();
    for (let learner = 0; learner < 300; learner++)
      for (const { id } of ownSet(all, { shuffled: false, pool: 4 }, `learner ${learner}`))
        counts.set(id, (counts.get(id) ?? 0) + 1);
    // 100 are expected of each; five standard deviations are 41.
    for (const { id } of all) expect(Math.abs((counts.get(id) ?? 0) - 100)).toBeLessThan(41);
  });

  it('are reached one after the other', () => {
    const own = all.slice(0, 3);
    expect(isReached(own, 'q0', new Set())).toBe(true);
    expect(isReached(own, 'q1', new Set())).toBe(false);
    expect(isReached(own, 'q1', new Set(['q0']))).toBe(true);
    expect(isReached(own, 'q0', new Set(['q0']))).toBe(true);
    expect(isReached(own, 'q2', new Set(['q0', 'q1', 'q2']))).toBe(true);
    expect(isReached(own, 'q7', new Set(['q0', 'q1', 'q2']))).toBe(false);
  });
});
