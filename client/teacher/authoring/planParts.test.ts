import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { planTroubles } from '@lippet/core/contract/definitionTroubles';
import { sheetsOf } from '@lippet/core/parts/part';
import { readPlan } from '@lippet/core/contract/readDefinition';
import {
  addPart,
  changePart,
  chooseFor,
  movePart,
  putBack,
  removePart,
  stepPart,
  takenOut,
  waitsForWords,
} from './planParts';

const ids = ['a', 'b', 'c', 'd'].map((letter) => `${letter.repeat(8)}-0000-4000-8000-000000000000`);
const [a, b, c, d] = ids as [string, string, string, string];
const CHOICE = 'eeeeeeee-0000-4000-8000-000000000000';
const FOUR = [
  { kind: 'page', title: 'My page' },
  { kind: 'page', title: 'My page' },
  { kind: 'sound', title: 'My recording' },
  { kind: 'tick', title: 'Done' },
] as const;
const four = (): ActivityPlan => ids.reduce((plan, id, i) => addPart(plan, { id, ...FOUR[i]! }), EMPTY_PLAN);
const order = (plan: ActivityPlan): string => plan.parts.map(({ id }) => id[0]).join('');

describe('the parts of a plan', () => {
  it('begin with a name and, for a page, a sheet', () => {
    const plan = four();
    expect(plan.parts.map(({ title }) => title)).toEqual(['My page', 'My page 2', 'My recording', 'Done']);
    expect(plan.parts.map((part) => sheetsOf(part).length)).toEqual([1, 1, 0, 0]);
    expect(readPlan(plan)).toEqual(plan);
    expect(planTroubles(plan, () => '').filter(({ place }) => place === 'parts')).toEqual([]);
  });

  it('are put in another order', () => {
    expect(order(movePart(four(), d, a))).toBe('dabc');
    expect(order(movePart(four(), a, c))).toBe('bcad');
    expect(order(movePart(four(), a, 'gone'))).toBe('abcd');
  });

  it('go one step up or down, past a whole choice that is not theirs', () => {
    expect(order(stepPart(four(), c, -1))).toBe('acbd');
    expect(order(stepPart(four(), d, 1))).toBe('abcd');
    const chosen = chooseFor(chooseFor(four(), a, { fresh: CHOICE }), b, CHOICE);
    expect([
      order(stepPart(chosen, c, -1)),
      order(stepPart(chosen, a, 1)),
      order(stepPart(stepPart(chosen, c, -1), c, 1)),
    ]).toEqual(['cabd', 'bacd', 'abcd']);
  });

  it('lie together in a choice, and a choice goes with its last part', () => {
    let plan = chooseFor(chooseFor(four(), a, { fresh: CHOICE }), d, CHOICE);
    expect(order(plan)).toBe('adbc');
    expect(plan.parts.map(({ required }) => required)).toEqual([false, false, true, true]);
    plan = removePart(chooseFor(plan, a, null), d);
    expect([order(plan), plan.choices, plan.parts[0]!.required]).toEqual(['abc', [], true]);
  });

  it('do not wait where nothing is in front of them', () => {
    const plan = changePart(four(), b, (part) => ({ ...part, waits: true }));
    expect(movePart(plan, b, a).parts[0]).toMatchObject({ id: b, waits: false });
    expect(removePart(plan, c).parts[1]!.waits).toBe(true);
  });

  it('come back after they were taken out, without a choice that is gone', () => {
    const chosen = chooseFor(chooseFor(four(), a, { fresh: CHOICE }), d, CHOICE);
    const [partA, partB] = [chosen.parts.find(({ id }) => id === a)!, chosen.parts.find(({ id }) => id === b)!];
    const without = removePart(removePart(chosen, a), b);
    const withWork = [partA, partB].map((part) => ({ part, asked: true }));
    expect(takenOut(chosen, withWork)).toEqual([]);
    expect(takenOut(without, withWork).map(({ part }) => part.id)).toEqual([a, b]);
    expect(order(putBack(without, partB))).toBe('dcb');
    expect(order(putBack(without, partA))).toBe('dac');
    expect(putBack(chosen, partA)).toBe(chosen);
    const alone = putBack(removePart(without, d), partA);
    expect(alone.parts.at(-1)).toMatchObject({ id: a, choice: null, required: true });
  });

  it('say what they wait for: the part before, or what is wanted of a whole choice', () => {
    const waiting = changePart(four(), c, (part) => ({ ...part, waits: true }));
    const words = (plan: ActivityPlan): string | null =>
      waitsForWords(
        plan,
        plan.parts.find(({ id }) => id === c)!,
      );
    expect(words(four())).toBeNull();
    expect(words(waiting)).toBe('waits for “My page 2”');
    const chosen = chooseFor(chooseFor(waiting, a, { fresh: CHOICE }), b, CHOICE);
    expect(words(chosen)).toBe(`waits for ${chosen.choices[0]!.wanted} of the choice before it`);
    const named = { ...chosen, choices: [{ ...chosen.choices[0]!, title: 'Picks', rule: 'level' as const }] };
    expect(words(named)).toBe('waits for one level of “Picks”');
  });
});
