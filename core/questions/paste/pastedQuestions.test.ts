import fc from 'fast-check';
import { isUnmarked, rightAnswer, type Question } from '../question';
import { pastedQuestions, PASTE_LIMITS, type PasteRules } from './pastedQuestions';

function rules(decimalMark: PasteRules['decimalMark'] = 'point'): PasteRules {
  let count = 0;
  return {
    decimalMark,
    newId: () => `6f1d3b0e-0d0c-4b53-9a3e-${String(++count).padStart(12, '0')}`,
  };
}

const read = (text: string, mark: PasteRules['decimalMark'] = 'point') => pastedQuestions(text, rules(mark));
const only = (text: string, mark: PasteRules['decimalMark'] = 'point'): Question => {
  const { questions, unused } = read(text, mark);
  expect(unused).toEqual([]);
  expect(questions).toHaveLength(1);
  return questions[0]!;
};

describe('a pasted question', () => {
  it('has options as lines, and the right ones marked before or behind', () => {
    for (const text of [
      'Which is a knot? (2 marks)\n- plait\n- reef *\n- braid',
      'Which is a knot? (2 marks)\r\n– plait\r\n* reef\r\n– braid',
      'Which is a knot? (2 marks)\na) plait\nb) reef (right)\nc) braid',
      'Which is a knot? (2 marks)\n1. plait\n2. reef ✓\n3. braid',
      'Which is a knot? (2 marks)\n[ ] plait\n[x] reef\n[ ] braid',
    ]) {
      const question = only(text);
      expect(question).toMatchObject({ kind: 'choose', words: 'Which is a knot?', marks: 2 });
      if (question.kind !== 'choose') return;
      const { options, right, several } = question.settings;
      expect(options.map(({ words }) => words)).toEqual(['plait', 'reef', 'braid']);
      expect([right, several]).toEqual([[options[1]!.id], false]);
    }
  });

  it('has several that are right, a number with its unit, or short words', () => {
    expect(only('Which float?\n- cork *\n- stone\n- oil *')).toMatchObject({ settings: { several: true } });
    expect(only('How far?\n= 3.5 km')).toMatchObject({ kind: 'number', settings: { value: 3.5, unit: 'km' } });
    expect(only('How far?\nAnswer: 3,5', 'comma')).toMatchObject({ kind: 'number', settings: { value: 3.5 } });
    expect(only('Where do boats lie?\n= quay\n= wharf')).toMatchObject({
      kind: 'words',
      settings: { accepted: ['quay', 'wharf'] },
    });
    expect(only('How many?\n= 3 gulls')).toMatchObject({ kind: 'words' });
  });

  it('has pairs, an order, or gaps', () => {
    const pairs = only('Who lives where?\ngull -> cliff\neel → mud');
    expect(pairs).toMatchObject({
      kind: 'match',
      settings: { pairs: [{ from: { words: 'gull' } }, { to: { words: 'mud' } }] },
    });
    const order = only('Put them in order.\n1. low water\n2. flood\n3. high water');
    expect(order).toMatchObject({ kind: 'order' });
    const gaps = only('A boat lies at the [quay|wharf], and the [light] turns.');
    expect(gaps).toMatchObject({
      kind: 'gaps',
      settings: {
        texts: ['A boat lies at the ', ', and the ', ' turns.'],
        gaps: [{ accepted: ['quay', 'wharf'] }, { accepted: ['light'] }],
      },
    });
  });

  it('may have several lines of words', () => {
    expect(only('It rains.\nWhat do you wear?\n= a coat').words).toBe('It rains.\nWhat do you wear?');
  });
});

describe('what is not understood', () => {
  it.each([
    ['Hello', 1, /^Nothing is marked as right here/],
    ['\n\nWhich?\n- one\n- two', 3, 'It needs a right option.'],
    ['Which?\n- one *', 1, 'It needs at least two options.'],
    ['Which?\n- one *\n= two', 1, /^Options, pairs and answers are mixed/],
    ['= 5', 1, 'It asks nothing yet.'],
    ['How many?\n= 5\n> How many first?', 1, /^It needs what is right, and so does each small step/],
  ])('%j is told by its line', (text, line, why) => {
    const { questions, unused } = read(text);
    expect(questions).toEqual([]);
    expect(unused).toEqual([{ line, words: expect.any(String), why: expect.stringMatching(why) }]);
  });

  it('keeps the others', () => {
    const { questions, unused } = read('One?\n= 1\n\nWhat is this\n\nTwo?\n= 2');
    expect(questions.map(({ words }) => words)).toEqual(['One?', 'Two?']);
    expect(unused.map(({ line }) => line)).toEqual([4]);
  });

  it('of ten thousand questions the first are taken, quickly, and the rest is said', () => {
    const { questions, unused } = read('How many?\n= 5\n\n'.repeat(10_000));
    expect(questions).toHaveLength(PASTE_LIMITS.questions);
    expect(unused).toHaveLength(1);
    expect(unused[0]!.why).toMatch(/^At most 200 questions/);
  });

  // Where a text can be read in many ways, trying them all would take minutes.
  it.each([
    ['spaces', `a${' '.repeat(300_000)}a`],
    ['spaces in front of no mark', `What?\n${'a '.repeat(150_000)}(1 mark`],
    ['dots that are no range', `What?\na = ${'.'.repeat(300_000)}x`],
    ['slashes', `What?\n~ ${'/ '.repeat(150_000)}`],
    ['arrows', `What?\n${'-> '.repeat(100_000)}`],
  ])('of a line as long as a book, of %s, nothing is made, and soon', (_, text) => {
    expect(read(text).questions).toEqual([]);
  });

  it('takes several spaces for one, as in a table', () => {
    const [question] = read('How   many  legs has a  crab?\n=   10').questions;
    expect(question!.words).toBe('How many legs has a crab?');
  });

  it('makes only questions that can be set, of whatever is pasted', () => {
    const piece = fc.constantFrom(
      'Which?',
      '- one',
      '- two *',
      '= 5',
      'a -> b',
      '',
      '1. x',
      '[y]',
      '[y* / z]',
      '|---|',
      '> What?',
      '> = 1',
      '! So.',
      '\t',
      '****',
      '(2 marks)',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string()), { maxLength: 30 }), (lines) => {
        for (const question of read(lines.join('\n')).questions)
          if (question.kind !== 'long' && !isUnmarked(question))
            expect(rightAnswer(question, { decimalMark: 'point' })).not.toBeNull();
      }),
    );
  });
});
