import fc from 'fast-check';
import { askedOf, marksFor, readQuestion, rightAnswer, type Question, type QuestionKindName } from '../question';
import { shuffleBy } from '../shuffle';
import { QtiError, readQtiItem } from './readQti';
import { writeQtiItem } from './writeQti';
import { XML_LIMITS } from './xmlTree';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
const idOf = (number: number): string => `6f1d3b0e-0d0c-4b53-9a3e-${String(number).padStart(12, '0')}`;
function ids(): () => string {
  let count = 100;
  return () => idOf(++count);
}
const POINT = { decimalMark: 'point' } as const;
const read = (xml: string) => readQtiItem(xml, ids());

const word = fc
  .string({ unit: fc.constantFrom('a', 'é', '<', '&', '"', 'ß', ' ', '火', "'", '>'), minLength: 1, maxLength: 12 })
  .map((text) => `w${text.replace(/\s+/g, ' ')}`.trim());
const words = fc.uniqueArray(word, { minLength: 4, maxLength: 6, selector: (text) => text.toLowerCase() });
const option = (text: string, index: number) => ({ id: idOf(index), words: text });

const SETTINGS: Partial<Record<QuestionKindName, fc.Arbitrary<object>>> = {
  choose: words.map((all) => ({ options: all.map(option), right: [idOf(0), idOf(2)], several: true, shuffled: false })),
  order: words.map((all) => ({ options: all.map(option) })),
  match: words.map(([a, b, c, d]) => ({
    pairs: [
      { from: option(a!, 0), to: option(b!, 1) },
      { from: option(c!, 2), to: option(d!, 3) },
    ],
    spare: [option('spare', 4)],
  })),
  sort: words.map((all) => ({
    baskets: [7, 8].map((index) => ({ id: idOf(index), title: `group ${index}` })),
    things: all.map((text, index) => ({ option: option(text, index), basket: idOf(7 + (index % 2)) })),
  })),
  words: words.map((all) => ({ accepted: all, rules: { letterCase: true } })),
  number: fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((value) => ({
    value: value + 0,
    tolerance: { kind: 'percent', by: 2 },
  })),
  gaps: words.map(([a, b, c]) => ({
    texts: ['The ', ' lies at the ', '.'],
    gaps: [
      { id: idOf(0), accepted: [a, b], list: null },
      { id: idOf(1), accepted: [c], list: [c, 'another'] },
    ],
  })),
};

/** A question without its ids: what of it must come back. */
const withoutIds = (question: Question): unknown =>
  JSON.parse(JSON.stringify(question).replace(/"[0-9a-f]{8}-[0-9a-f-]{27}"/g, '"id"'));

describe.each(Object.keys(SETTINGS) as QuestionKindName[])('a question of the kind %s', (kind) => {
  it('comes back from QTI 3.0 as it was, with the same right answer', () => {
    fc.assert(
      fc.property(SETTINGS[kind]!, word, (settings, asked) => {
        const question = readQuestion({ id: ID, kind, words: kind === 'gaps' ? 'Fill the gaps.' : asked, settings })!;
        const { xml, left } = writeQtiItem(question, 'Knots & boats');
        expect(left).toEqual([]);
        const back = read(xml!);
        expect([back.title, back.left]).toEqual(['Knots & boats', []]);
        expect(withoutIds(back.question)).toEqual(withoutIds(question));
        expect(marksFor(back.question, rightAnswer(back.question, POINT)!, POINT)).toBeCloseTo(1, 9);
        expect(askedOf(back.question, shuffleBy('x')).kind).toBe(kind);
      }),
      { numRuns: 40 },
    );
  });
});

it('says what the format does not hold', () => {
  const place = readQuestion({ id: ID, kind: 'place', words: 'Where?', settings: { picture: ID } })!;
  expect(writeQtiItem(place, 'x')).toEqual({
    xml: null,
    left: ['Places on pictures, scales, and what is made in another part are not written.'],
  });
  const number = readQuestion({
    id: ID,
    kind: 'number',
    words: 'How far?',
    picture: ID,
    template: { variables: [{ name: 'a' }] },
    settings: { value: 5, unit: 'km', unitNeeded: true },
  })!;
  expect(writeQtiItem(number, 'x').left).toHaveLength(3);
});

/** As other programs write it: QTI 2.2, with prefixes, prompts and markup of their own. */
const OLD = `<?xml version="1.0"?>
<q:assessmentItem xmlns:q="http://www.imsglobal.org/xsd/imsqti_v2p2" identifier="a" title="Tides">
  <q:responseDeclaration identifier="R" cardinality="single" baseType="identifier">
    <q:correctResponse><q:value>B</q:value></q:correctResponse>
  </q:responseDeclaration>
  <q:itemBody>
    <q:p>Look at the <q:em>tide</q:em> table.</q:p>
    <q:choiceInteraction responseIdentifier="R" shuffle="true" maxChoices="1">
      <q:prompt>When is it high?</q:prompt>
      <q:simpleChoice identifier="A">At six</q:simpleChoice>
      <q:simpleChoice identifier="B"><q:p>At <q:b>noon</q:b></q:p></q:simpleChoice>
    </q:choiceInteraction>
    <q:img src="tide.png" alt=""/>
  </q:itemBody>
</q:assessmentItem>`;

it('reads QTI 2.2 of another program', () => {
  const { title, question, left } = read(OLD);
  expect(title).toBe('Tides');
  expect(question).toMatchObject({
    kind: 'choose',
    words: 'Look at the tide table.\nWhen is it high?',
    settings: { options: [{ words: 'At six' }, { words: 'At noon' }], several: false, shuffled: true },
  });
  expect(rightAnswer(question, POINT)).toEqual({
    chosen: [(question.settings as { options: { id: string }[] }).options[1]!.id],
  });
  expect(left).toEqual(['Pictures, sounds, films and formulas in it.']);
});

const item = (body: string, declared = ''): string =>
  `<qti-assessment-item identifier="x" title="x">${declared}<qti-item-body>${body}</qti-item-body></qti-assessment-item>`;

describe('what is no question, or made to harm', () => {
  const bomb = `<!DOCTYPE a [<!ENTITY b "${'x'.repeat(99)}"><!ENTITY c "&b;&b;&b;">]><qti-assessment-item>&c;</qti-assessment-item>`;
  it.each([
    ['', 'The file is no XML, or it is broken.'],
    ['Hello', 'The file is no XML, or it is broken.'],
    ['<a><b></a>', 'The file is no XML, or it is broken.'],
    ['<a>&nobody;</a>', 'The file is no XML, or it is broken.'],
    ['<a/>', 'This is no question in the QTI format.'],
    [bomb, 'Files with a document type are not taken. Save it without one.'],
    ['<!DOCTYPE a SYSTEM "file:///etc/passwd"><a/>', 'Files with a document type are not taken. Save it without one.'],
    ['<a>'.repeat(200), 'The file is built in a way that no questions are.'],
    [`<a>${'<b/>'.repeat(XML_LIMITS.elements)}</a>`, 'The file is built in a way that no questions are.'],
    [' '.repeat(XML_LIMITS.characters + 1), 'The file is too large for questions.'],
    ['<qti-assessment-item/>', 'It has nothing to be asked in it.'],
    [item('<p>Only words</p>'), 'It asks nothing that could be answered.'],
    [item('<qti-upload-interaction/>'), '“uploadInteraction” is nothing that can be asked here yet.'],
    [
      item('<qti-choice-interaction/><qti-order-interaction/>'),
      'It asks several things at once, which one question here does not.',
    ],
    [item('<p>Which?</p><qti-choice-interaction/>'), 'It needs at least two options.'],
    [
      item(
        '<p>Which?</p><qti-order-interaction><qti-simple-choice identifier="a">x</qti-simple-choice></qti-order-interaction>',
      ),
      'It does not say what order is right.',
    ],
    [item('<p>Which?</p><qti-match-interaction/>'), 'It matches something to nothing.'],
    [
      item(
        '<p>How far? <qti-text-entry-interaction response-identifier="R"/></p>',
        '<qti-response-declaration identifier="R" base-type="float"/>',
      ),
      'It needs the number that is right.',
    ],
  ])('%.60s is refused in words', (xml, words) => {
    expect(() => read(xml)).toThrow(QtiError);
    expect(() => read(xml)).toThrow(words);
  });

  it('is read or refused, whatever comes', () => {
    const piece = fc.constantFrom(
      '<qti-item-body>',
      '</qti-item-body>',
      '<qti-choice-interaction>',
      '<p>',
      '</p>',
      '&amp;',
      '<![CDATA[x]]>',
      'x',
      '<qti-simple-choice identifier="__proto__">',
      '</qti-simple-choice>',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string({ maxLength: 8 })), { maxLength: 20 }), (pieces) => {
        try {
          read(`<qti-assessment-item>${pieces.join('')}</qti-assessment-item>`);
        } catch (error) {
          expect(error).toBeInstanceOf(QtiError);
        }
      }),
    );
  });
});
