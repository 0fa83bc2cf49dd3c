/** What holds for every kind of question, whatever it asks and whatever is answered. */
import fc from 'fast-check';
import {
  answerWords,
  askedOf,
  isComplete,
  laidOut,
  marksFor,
  newQuestion,
  QUESTION_KINDS,
  questionTrouble,
  readAnswer,
  readQuestion,
  rightAnswer,
  type Answer,
  type AskedQuestion,
  type Question,
  type QuestionKindName,
} from './question';
import type { School } from './questionKind';
import { shuffleBy } from './shuffle';

fc.configureGlobal({ numRuns: 40 });

const id = fc.uuid({ version: 4 });
const word = fc.string({ minLength: 1, maxLength: 10 }).filter((text) => /\p{L}/u.test(text));
const option = fc.record({ id, words: word, picture: fc.constant(null), sound: fc.constant(null) });
const options = fc.uniqueArray(option, { minLength: 2, maxLength: 8, selector: (one) => one.id });
const share = fc.double({ min: 0, max: 0.8, noNaN: true });
const region = fc.record({
  x: share,
  y: share,
  width: fc.double({ min: 0.05, max: 0.2, noNaN: true }),
  height: fc.double({ min: 0.05, max: 0.2, noNaN: true }),
  round: fc.boolean(),
});
const rules = fc.record({
  letterCase: fc.boolean(),
  accents: fc.boolean(),
  hyphens: fc.boolean(),
  spaces: fc.boolean(),
  oneSlip: fc.boolean(),
});
const school: fc.Arbitrary<School> = fc.record({ decimalMark: fc.constantFrom('point', 'comma') });
const twoLists = fc
  .uniqueArray(option, { minLength: 4, maxLength: 12, selector: (one) => one.id })
  .map((all) => [all.slice(0, all.length >> 1), all.slice(all.length >> 1)] as const);

const settingsOf: Record<QuestionKindName, fc.Arbitrary<object>> = {
  choose: fc
    .tuple(options, fc.boolean(), fc.boolean(), fc.integer({ min: 1, max: 7 }))
    .map(([all, several, shuffled, count]) => ({
      options: all,
      several,
      shuffled,
      right: all.slice(0, several ? Math.min(count, all.length) : 1).map((one) => one.id),
    })),
  match: twoLists.map(([from, to]) => ({
    pairs: from.map((one, index) => ({ from: one, to: to[index]! })),
    spare: to.slice(from.length),
  })),
  order: options.map((all) => ({ options: all })),
  sort: fc.tuple(options, fc.uniqueArray(id, { minLength: 2, maxLength: 4 })).map(([all, ids]) => ({
    baskets: ids.map((basket) => ({ id: basket, title: 'A group' })),
    things: all.map((one, index) => ({ option: one, basket: ids[index % ids.length]! })),
  })),
  gaps: fc
    .tuple(fc.array(fc.tuple(id, word, fc.boolean()), { minLength: 1, maxLength: 6 }), rules)
    .map(([all, how]) => ({
      texts: all.map(() => 'text').concat('end'),
      gaps: all.map(([gap, accepted, listed]) => ({
        id: gap,
        accepted: [accepted],
        list: listed ? [accepted, 'another'] : null,
      })),
      rules: how,
    })),
  words: fc.record({ accepted: fc.array(word, { minLength: 1, maxLength: 4 }), rules }),
  number: fc.record({
    value: fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((value) => Number(value.toPrecision(4))),
    unit: fc.constantFrom('', 'cm', 'km/h', '°C'),
    unitNeeded: fc.constant(false),
    tolerance: fc.record({
      kind: fc.constantFrom('absolute', 'percent'),
      by: fc.double({ min: 0, max: 5, noNaN: true }),
    }),
    figures: fc.constant(null),
  }),
  long: fc.constant({}),
  made: fc.record({ part: id }),
  scale: fc.constant({}),
  place: fc.record({ picture: id, regions: fc.array(region, { minLength: 1, maxLength: 4 }) }),
  labels: fc
    .tuple(id, options, fc.array(fc.tuple(id, region), { minLength: 8, maxLength: 8 }))
    .map(([picture, all, where]) => ({
      picture,
      places: all.map((label, index) => ({ id: where[index]![0], region: where[index]![1], label })),
      spare: [],
    })),
};

const questionOf = (kind: QuestionKindName): fc.Arbitrary<Question> =>
  fc
    .tuple(settingsOf[kind], id, fc.integer({ min: 1, max: 10 }))
    .map(([settings, own, marks]) => readQuestion({ id: own, kind, words: 'Which?', marks, settings })!);

/** As everybody sees it, in the order in which it was made. */
const seen = (question: Question): AskedQuestion => askedOf(question, (list) => [...list]);

/** Answers that a person could give, a program could make up, and nonsense. */
function answersTo(question: Question, random: readonly number[]): unknown[] {
  const right = (rightAnswer(question, { decimalMark: 'point' }) ?? {}) as unknown as Record<string, unknown>;
  const lists = Object.entries(right).filter(([, value]) => Array.isArray(value)) as [string, unknown[]][];
  const turned = lists.map(([name, list]) => ({ [name]: [...list].reverse() }));
  const cut = lists.map(([name, list]) => ({ [name]: list.slice(0, (random[0] ?? 0) % (list.length + 1)) }));
  const crossed = lists.map(([name, list]) => ({
    [name]: list.map((entry, index) =>
      Array.isArray(entry) ? [entry[0], (list[(index + 1) % list.length] as unknown[])[1]] : entry,
    ),
  }));
  return [right, ...turned, ...cut, ...crossed, { words: 'x' }, { typed: '1,5 cm' }, { x: 0.5, y: 0.5 }, null, 5];
}

describe.each(QUESTION_KINDS)('every question of the kind %s', (kind) => {
  const question = questionOf(kind);
  const asIs = <T>(list: readonly T[]): T[] => [...list];

  it('can be set, and gives all marks for what is right and for nothing else more', () => {
    fc.assert(
      fc.property(question, school, fc.array(fc.nat(), { maxLength: 4 }), (made, where, random) => {
        expect(questionTrouble(made, 'It')).toBeNull();
        const right = rightAnswer(made, where);
        // Where a teacher has to look, nothing is right by itself.
        if (!right) {
          expect(marksFor(made, { text: 'x' }, where)).toBeNull();
          return;
        }
        expect(readAnswer(seen(made), right)).toEqual(right);
        expect(isComplete(seen(made), right)).toBe(true);
        expect(answerWords(seen(made), right)).not.toBe('');
        expect(marksFor(made, right, where)).toBeCloseTo(made.marks, 9);
        for (const value of answersTo(made, random)) {
          const answer = readAnswer(seen(made), value);
          if (answer === null) continue;
          const marks = marksFor(made, answer, where)!;
          expect(marks).toBeGreaterThanOrEqual(0);
          expect(marks).toBeLessThanOrEqual(made.marks);
        }
      }),
    );
  });

  it('is read back as it was written, and never throws on nonsense', () => {
    fc.assert(
      fc.property(question, fc.anything(), (made, nonsense) => {
        expect(readQuestion(JSON.parse(JSON.stringify(made)))).toEqual(made);
        const read = readQuestion({ ...made, settings: nonsense } as never)!;
        expect(typeof (questionTrouble(read, 'It') ?? '')).toBe('string');
        const answer = readAnswer(seen(made), nonsense);
        if (answer) expect(marksFor(made, answer, { decimalMark: 'comma' }) ?? 0).toBeGreaterThanOrEqual(0);
      }),
    );
    expect(questionTrouble(newQuestion(kind, '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f'), 'It')).toBe(
      'It asks nothing yet.',
    );
  });

  it('shows each learner the same again, and another learner perhaps another order', () => {
    fc.assert(
      fc.property(question, fc.string(), (made, seed) => {
        const asked = askedOf(made, shuffleBy(seed));
        expect(askedOf(made, shuffleBy(seed))).toEqual(asked);
        expect(JSON.stringify(asked)).not.toMatch(/"(right|accepted|value|regions|settings|rules|tolerance)":/);
        // What can be answered from what is seen is what the question takes.
        const unshuffled = askedOf(made, asIs);
        expect(JSON.stringify(asked).length).toBe(JSON.stringify(unshuffled).length);
      }),
    );
  });
});

describe('what is asked tells nothing of what is right', () => {
  const shuffle = shuffleBy('a learner');
  const changed = (question: Question, settings: object): Question =>
    readQuestion({ ...question, settings: { ...question.settings, ...settings } })!;

  it('of options it is the same whichever is right', () => {
    fc.assert(
      fc.property(questionOf('choose'), (made) => {
        if (made.kind !== 'choose') return;
        const other = made.settings.options.at(-1)!.id;
        expect(askedOf(changed(made, { right: [other] }), shuffle)).toEqual(askedOf(made, shuffle));
      }),
    );
  });

  it('of pairs it is the same however they belong together', () => {
    fc.assert(
      fc.property(questionOf('match'), (made) => {
        if (made.kind !== 'match') return;
        const turned = made.settings.pairs.map(({ to }) => to).reverse();
        const pairs = made.settings.pairs.map(({ from }, index) => ({ from, to: turned[index]! }));
        expect(askedOf(changed(made, { pairs }), shuffle)).toEqual(askedOf(made, shuffle));
      }),
    );
  });

  it('of labels it is the same wherever they belong', () => {
    fc.assert(
      fc.property(questionOf('labels'), (made) => {
        if (made.kind !== 'labels') return;
        const labels = made.settings.places.map(({ label }) => label).reverse();
        const places = made.settings.places.map((one, index) => ({ ...one, label: labels[index]! }));
        expect(askedOf(changed(made, { places }), shuffle)).toEqual(askedOf(made, shuffle));
      }),
    );
  });

  it('of an order it is never the right one', () => {
    fc.assert(
      fc.property(questionOf('order'), fc.string(), (made, seed) => {
        if (made.kind !== 'order') return;
        const asked = askedOf(made, shuffleBy(seed)) as { asked: { options: { id: string }[] } };
        const [shown, right] = [asked.asked.options, made.settings.options].map((list) => list.map((one) => one.id));
        expect(shown).not.toEqual(right);
        expect([...shown!].sort()).toEqual([...right!].sort());
      }),
    );
  });
});

it('turned for a learner, an order is still not the right one, and there are as many as things', () => {
  fc.assert(
    fc.property(questionOf('order'), fc.string(), (made, seed) => {
      if (made.kind !== 'order') return;
      const right = made.settings.options.map(({ id: one }) => one);
      const asked = askedOf(made, shuffleBy(seed));
      const seen = Array.from({ length: 60 }, (_, learner) => {
        const own = laidOut(asked, shuffleBy(`${seed} ${learner}`));
        return own.kind === 'order' ? own.asked.options.map(({ id: one }) => one).join(' ') : '';
      });
      expect(seen).not.toContain(right.join(' '));
      expect(new Set(seen).size > 1).toBe(right.length > 2);
    }),
  );
});

describe('the order in which things stand', () => {
  const turned: Partial<Record<QuestionKindName, (settings: never) => object>> = {
    choose: ({ options: all }: { options: unknown[] }) => ({ options: [...all].reverse() }),
    match: ({ pairs }: { pairs: unknown[] }) => ({ pairs: [...pairs].reverse() }),
    sort: ({ things, baskets }: { things: unknown[]; baskets: unknown[] }) => ({
      things: [...things].reverse(),
      baskets: [...baskets].reverse(),
    }),
    words: ({ accepted }: { accepted: unknown[] }) => ({ accepted: [...accepted].reverse() }),
    place: ({ regions }: { regions: unknown[] }) => ({ regions: [...regions].reverse() }),
    labels: ({ places }: { places: unknown[] }) => ({ places: [...places].reverse() }),
  };

  it.each(Object.keys(turned) as QuestionKindName[])('never matters for the marks of %s', (kind) => {
    fc.assert(
      fc.property(questionOf(kind), fc.array(fc.nat(), { maxLength: 3 }), (made, random) => {
        const settings = { ...made.settings, ...turned[kind]!(made.settings as never) };
        const other = readQuestion({ ...made, settings })!;
        for (const value of answersTo(made, random)) {
          const [one, two] = [readAnswer(seen(made), value), readAnswer(seen(other), value)];
          if (one === null || two === null) expect(one).toBe(two);
          else
            expect(marksFor(made, one as Answer, { decimalMark: 'point' })).toBeCloseTo(
              marksFor(other, two as Answer, { decimalMark: 'point' })!,
              9,
            );
        }
      }),
    );
  });
});
