/**
 * Items of QTI 2.2 and 3.0 (1EdTech) as questions. The two name the same things in two ways, `simpleChoice` and
 * `qti-simple-choice`; here they are called as in 2.2.
 */
import { isUnit } from '../numbers/units';
import { newQuestion, questionTrouble, readQuestion, type Question, type QuestionKindName } from '../question';
import { below, readXml, wordsIn, XmlError, type XmlElement } from './xmlTree';

/** A file holds no item that can be read, and why, in a sentence for people. */
export class QtiError extends Error {
  override readonly name = 'QtiError';
}

const camel = (name: string): string =>
  name.replace(/^qti-/, '').replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());

/** The same tree in the names of QTI 2.2. */
const named = ({ name, attributes, children }: XmlElement): XmlElement => ({
  name: camel(name),
  attributes: new Map([...attributes].map(([key, value]) => [camel(key), value])),
  children: children.map((child) => (typeof child === 'string' ? child : named(child))),
});

/** What a response declaration says is right. */
interface Declared {
  baseType: string;
  correct: string[];
  /** Texts that earn something, and whether large letters matter for them. */
  mapped: { key: string; caseSensitive: boolean }[];
}

function declarationsOf(item: XmlElement): Map<string, Declared> {
  return new Map(
    below(item, 'responseDeclaration').map((declared) => [
      declared.attributes.get('identifier') ?? '',
      {
        baseType: declared.attributes.get('baseType') ?? '',
        correct: below(declared, 'correctResponse').flatMap((right) =>
          below(right, 'value').map((one) => wordsIn(one)),
        ),
        mapped: below(declared, 'mapEntry')
          .filter(({ attributes }) => Number(attributes.get('mappedValue')) > 0)
          .map(({ attributes }) => ({
            key: attributes.get('mapKey') ?? '',
            caseSensitive: attributes.get('caseSensitive') !== 'false',
          })),
      },
    ]),
  );
}

/** What is being read: the item, what is right in it, and where ids come from. */
interface Reading {
  item: XmlElement;
  body: XmlElement;
  declared: ReadonlyMap<string, Declared>;
  newId: () => string;
}

const INTERACTION = /Interaction$/;
const GAPS = ['textEntryInteraction', 'inlineChoiceInteraction'];

const declaredFor = ({ declared }: Reading, interaction: XmlElement): Declared =>
  declared.get(interaction.attributes.get('responseIdentifier') ?? '') ?? { baseType: '', correct: [], mapped: [] };

function interactionsIn(body: XmlElement): XmlElement[] {
  return body.children.flatMap((child) => {
    if (typeof child === 'string') return [];
    return INTERACTION.test(child.name) ? [child] : interactionsIn(child);
  });
}

interface Choice {
  identifier: string;
  id: string;
  words: string;
}

const choicesOf = (parent: XmlElement, name: string, newId: () => string): Choice[] =>
  below(parent, name).map((choice) => ({
    identifier: choice.attributes.get('identifier') ?? '',
    id: newId(),
    words: wordsIn(choice),
  }));

const idOf = (choices: readonly Choice[], identifier: string | undefined): string | undefined =>
  choices.find((choice) => choice.identifier === identifier)?.id;

interface Read {
  kind: QuestionKindName;
  settings: object;
}

function readChoose(reading: Reading, interaction: XmlElement): Read {
  const options = choicesOf(interaction, 'simpleChoice', reading.newId);
  const { correct } = declaredFor(reading, interaction);
  const several = interaction.attributes.get('maxChoices') !== '1';
  const right = correct.flatMap((identifier) => idOf(options, identifier) ?? []);
  return {
    kind: 'choose',
    settings: { options, right, several, shuffled: interaction.attributes.get('shuffle') === 'true' },
  };
}

function readOrder(reading: Reading, interaction: XmlElement): Read {
  const options = choicesOf(interaction, 'simpleChoice', reading.newId);
  const inOrder = declaredFor(reading, interaction).correct.flatMap(
    (identifier) => options.find((option) => option.identifier === identifier) ?? [],
  );
  if (inOrder.length !== options.length) throw new QtiError('It does not say what order is right.');
  return { kind: 'order', settings: { options: inOrder } };
}

/** Pairs where one is laid to one; groups where several may be laid to the same. */
function readMatch(reading: Reading, interaction: XmlElement): Read {
  const [first, second] = below(interaction, 'simpleMatchSet');
  if (!first || !second) throw new QtiError('It matches something to nothing.');
  const name = 'simpleAssociableChoice';
  const [from, to] = [choicesOf(first, name, reading.newId), choicesOf(second, name, reading.newId)];
  const laid = declaredFor(reading, interaction).correct.flatMap((pair) => {
    const [one, other] = pair.split(/\s+/);
    const [thing, place] = [
      from.find(({ identifier }) => identifier === one),
      to.find(({ identifier }) => identifier === other),
    ];
    return thing && place ? [{ thing, place }] : [];
  });
  const single = below(second, name).every(({ attributes }) => attributes.get('matchMax') === '1');
  if (!single) {
    const things = laid.map(({ thing, place }) => ({ option: thing, basket: place.id }));
    return { kind: 'sort', settings: { baskets: to.map(({ id, words }) => ({ id, title: words })), things } };
  }
  const taken = new Set(laid.map(({ place }) => place.id));
  const pairs = laid.map(({ thing, place }) => ({ from: thing, to: place }));
  return { kind: 'match', settings: { pairs, spare: to.filter(({ id }) => !taken.has(id)) } };
}

const acceptedBy = ({ correct, mapped }: Declared): string[] => [
  ...new Set([...correct, ...mapped.map(({ key }) => key)]),
];

const rulesBy = (declared: readonly Declared[]): { letterCase: boolean } => ({
  letterCase: declared.some(({ mapped }) => mapped.some(({ caseSensitive }) => caseSensitive)),
});

function readNumber({ item }: Reading, { correct }: Declared): Read {
  const [equal] = below(item, 'equal');
  const mode = equal?.attributes.get('toleranceMode');
  const by = Number(equal?.attributes.get('tolerance')?.split(/\s+/)[0] ?? 0);
  return {
    kind: 'number',
    settings: {
      value: Number(correct[0] ?? NaN),
      tolerance: { kind: mode === 'relative' ? 'percent' : 'absolute', by: mode === 'exact' ? 0 : by },
    },
  };
}

/** A text with its gaps: what lies between the places where something is typed or chosen. */
function readGaps(reading: Reading, interactions: readonly XmlElement[]): Read {
  const declared = interactions.map((interaction) => declaredFor(reading, interaction));
  const gaps = interactions.map((interaction, index) => {
    const choices = choicesOf(interaction, 'inlineChoice', reading.newId);
    const { correct } = declared[index]!;
    if (choices.length === 0) return { id: reading.newId(), accepted: acceptedBy(declared[index]!), list: null };
    const accepted = choices.filter(({ identifier }) => correct.includes(identifier)).map(({ words }) => words);
    return { id: reading.newId(), accepted, list: choices.map(({ words }) => words) };
  });
  return {
    kind: 'gaps',
    settings: { texts: textsAround(withGaps(reading.body).text), gaps, rules: rulesBy(declared) },
  };
}

/** A sign that no text holds stands for each gap while the texts are read. */
const GAP_SIGN = '\uE000';

const holdsGap = (child: XmlElement | string): boolean =>
  typeof child !== 'string' && (GAPS.includes(child.name) || below(child, ...GAPS).length > 0);

/** What stands in blocks of its own before the first gap says what to do; the gaps' text begins behind it. */
function withGaps(body: XmlElement): { before: XmlElement; text: XmlElement } {
  const first = body.children.findIndex(holdsGap);
  return {
    before: { ...body, children: body.children.slice(0, first) },
    text: { ...body, children: body.children.slice(first) },
  };
}

function textsAround(body: XmlElement): string[] {
  const marked = ({ name, attributes, children }: XmlElement): XmlElement => ({
    name,
    attributes,
    children: children.map((child) => {
      if (typeof child === 'string') return child.replaceAll(GAP_SIGN, '');
      return GAPS.includes(child.name) ? GAP_SIGN : marked(child);
    }),
  });
  return wordsIn(marked(body)).split(GAP_SIGN);
}

const READERS = new Map<string, (reading: Reading, interaction: XmlElement) => Read>([
  ['choiceInteraction', readChoose],
  ['orderInteraction', readOrder],
  ['matchInteraction', readMatch],
  ['extendedTextInteraction', () => ({ kind: 'long', settings: {} })],
]);

const NUMBERS = ['float', 'integer'];

function readBody(reading: Reading): Read {
  const interactions = interactionsIn(reading.body);
  const [first] = interactions;
  if (!first) throw new QtiError('It asks nothing that could be answered.');
  if (interactions.every(({ name }) => GAPS.includes(name))) {
    const declared = declaredFor(reading, first);
    if (interactions.length > 1 || first.name === 'inlineChoiceInteraction') return readGaps(reading, interactions);
    if (NUMBERS.includes(declared.baseType)) return readNumber(reading, declared);
    return { kind: 'words', settings: { accepted: acceptedBy(declared), rules: rulesBy([declared]) } };
  }
  if (interactions.length > 1) throw new QtiError('It asks several things at once, which one question here does not.');
  const read = READERS.get(first.name);
  if (!read) throw new QtiError(`“${first.name}” is nothing that can be asked here yet.`);
  return read(reading, first);
}

/** Everything in the words of an item that is none of them. */
const NOT_WORDS = ['choiceInteraction', 'orderInteraction', 'matchInteraction', ...GAPS, 'rubricBlock', 'stylesheet'];

/** A unit behind the field of a number, as in "[ ] km"; empty where there is none. */
function unitBehind(element: XmlElement): string {
  const field = element.children.findIndex(
    (child) => typeof child !== 'string' && child.name === 'textEntryInteraction',
  );
  if (field < 0)
    return element.children.map((child) => (typeof child === 'string' ? '' : unitBehind(child))).find(Boolean) ?? '';
  const behind = element.children.slice(field + 1).map((child) => (typeof child === 'string' ? child : wordsIn(child)));
  const words = behind.join(' ').trim();
  return words !== '' && isUnit(words) ? words : '';
}

/** A number whose unit stands behind its field: it is no part of what is asked. */
function withUnit(read: Read, body: XmlElement, words: string): { read: Read; words: string } {
  const unit = read.kind === 'number' ? unitBehind(body) : '';
  if (unit === '') return { read, words };
  const lines = words.split('\n').filter((line) => line.trim() !== unit);
  return { read: { ...read, settings: { ...read.settings, unit } }, words: lines.join('\n') };
}

function wordsOf({ body }: Reading, { kind }: Read): string {
  if (kind === 'gaps') return wordsIn(withGaps(body).before) || 'Fill the gaps.';
  const prompts = below(body, 'prompt').map((prompt) => wordsIn(prompt));
  return [wordsIn(body, NOT_WORDS), ...prompts].filter((words) => words !== '').join('\n');
}

const HELD_BACK = ['img', 'audio', 'video', 'object', 'math'];

/** What of an item was left out, in sentences. */
function leftOf({ item, body }: Reading): string[] {
  const left: string[] = [];
  if (below(body, ...HELD_BACK).length > 0) left.push('Pictures, sounds, films and formulas in it.');
  if (below(item, 'modalFeedback', 'templateDeclaration').length > 0)
    left.push('What is told after a try, and numbers that are drawn anew.');
  return left;
}

export interface ReadItem {
  title: string;
  question: Question;
  left: string[];
}

/**
 * Reads one item.
 *
 * @param newId makes the ids of the question and of what is in it
 * @throws QtiError with a sentence for people, where it is no item, or none that can be asked here
 */
export function readQtiItem(xml: string, newId: () => string): ReadItem {
  const item = itemIn(xml);
  const [body] = below(item, 'itemBody');
  if (!body) throw new QtiError('It has nothing to be asked in it.');
  const reading: Reading = { item, body, declared: declarationsOf(item), newId };
  const found = readBody(reading);
  const { read, words } = withUnit(found, body, wordsOf(reading, found));
  const question = readQuestion({ ...newQuestion(read.kind, newId()), words, settings: read.settings })!;
  const trouble = questionTrouble(question, 'It');
  if (trouble) throw new QtiError(trouble);
  return { title: item.attributes.get('title') ?? '', question, left: leftOf(reading) };
}

function itemIn(xml: string): XmlElement {
  try {
    const root = named(readXml(xml));
    if (root.name === 'assessmentItem') return root;
  } catch (error) {
    if (error instanceof XmlError) throw new QtiError(error.message);
    throw error;
  }
  throw new QtiError('This is no question in the QTI format.');
}
