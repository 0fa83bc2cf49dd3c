/**
 * Questions as items of QTI 3.0 (1EdTech, "Question and Test Interoperability, Assessment, Section and Item"). What the
 * format can't hold, or what is not written yet, is told.
 */
import type { Gap } from '../kinds/gaps/gaps';
import type { Question, QuestionKindName, QuestionOf } from '../question';

const NAMESPACE = 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0';
const TEMPLATES = 'https://purl.imsglobal.org/spec/qti/v3p0/rptemplates';

export interface WrittenItem {
  /** Null where the question can't be written at all. */
  xml: string | null;
  /** What of it is left out, in sentences. */
  left: string[];
}

const SIGNS = new Map([
  ['&', '&amp;'],
  ['<', '&lt;'],
  ['>', '&gt;'],
  ['"', '&quot;'],
]);

/** Characters that XML 1.0 has no room for. */
const UNWRITABLE =
  /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

const escaped = (text: string): string => text.replace(UNWRITABLE, '').replace(/[&<>"]/g, (sign) => SIGNS.get(sign)!);

/** An identifier may not begin with a digit, as ids of ours may. */
const identifier = (id: string): string => `i-${id}`;

const paragraphs = (words: string): string =>
  words
    .split('\n')
    .map((line) => `<p>${escaped(line)}</p>`)
    .join('');

interface Body {
  declarations: string;
  interaction: string;
  processing: string;
}

const value = (text: string): string => `<qti-value>${escaped(text)}</qti-value>`;
const template = (name: string): string => `<qti-response-processing template="${TEMPLATES}/${name}"/>`;

interface Declared {
  id?: string;
  cardinality: 'single' | 'multiple' | 'ordered';
  type: 'identifier' | 'string' | 'float' | 'directedPair';
  correct: readonly string[];
  mapping?: string;
}

const declaration = ({ id = 'RESPONSE', cardinality, type, correct, mapping = '' }: Declared): string =>
  `<qti-response-declaration identifier="${id}" cardinality="${cardinality}" base-type="${type}">` +
  `<qti-correct-response>${correct.map(value).join('')}</qti-correct-response>${mapping}</qti-response-declaration>`;

const choices = (name: string, all: readonly { id: string; words: string }[], more = ''): string =>
  all.map(({ id, words }) => `<${name} identifier="${identifier(id)}"${more}>${escaped(words)}</${name}>`).join('');

function chooseBody({ settings: { options, right, several, shuffled } }: QuestionOf<'choose'>): Body {
  return {
    declarations: declaration({
      cardinality: several ? 'multiple' : 'single',
      type: 'identifier',
      correct: right.map(identifier),
    }),
    interaction:
      `<qti-choice-interaction response-identifier="RESPONSE" shuffle="${shuffled}" max-choices="${several ? 0 : 1}">` +
      `${choices('qti-simple-choice', options)}</qti-choice-interaction>`,
    processing: template('match_correct.xml'),
  };
}

const orderBody = ({ settings: { options } }: QuestionOf<'order'>): Body => ({
  declarations: declaration({
    cardinality: 'ordered',
    type: 'identifier',
    correct: options.map(({ id }) => identifier(id)),
  }),
  interaction:
    '<qti-order-interaction response-identifier="RESPONSE" shuffle="true">' +
    `${choices('qti-simple-choice', options)}</qti-order-interaction>`,
  processing: template('match_correct.xml'),
});

interface Sets {
  from: readonly { id: string; words: string }[];
  to: readonly { id: string; words: string }[];
  pairs: readonly (readonly [string, string])[];
  /** How many may be laid to each of `to`; 0 for any number. */
  most: number;
}

const matchBody = ({ from, to, pairs, most }: Sets): Body => ({
  declarations: declaration({
    cardinality: 'multiple',
    type: 'directedPair',
    correct: pairs.map(([one, other]) => `${identifier(one)} ${identifier(other)}`),
  }),
  interaction:
    `<qti-match-interaction response-identifier="RESPONSE" shuffle="true" max-associations="${from.length}">` +
    `<qti-simple-match-set>${choices('qti-simple-associable-choice', from, ' match-max="1"')}</qti-simple-match-set>` +
    `<qti-simple-match-set>${choices('qti-simple-associable-choice', to, ` match-max="${most}"`)}</qti-simple-match-set>` +
    '</qti-match-interaction>',
  processing: template('match_correct.xml'),
});

const mappingOf = (accepted: readonly string[], caseSensitive: boolean): string =>
  `<qti-mapping default-value="0">${accepted
    .map((words) => `<qti-map-entry map-key="${escaped(words)}" mapped-value="1" case-sensitive="${caseSensitive}"/>`)
    .join('')}</qti-mapping>`;

const wordsBody = ({ settings: { accepted, rules } }: QuestionOf<'words'>): Body => ({
  declarations: declaration({
    cardinality: 'single',
    type: 'string',
    correct: accepted.slice(0, 1),
    mapping: mappingOf(accepted, rules.letterCase),
  }),
  interaction: '<p><qti-text-entry-interaction response-identifier="RESPONSE"/></p>',
  processing: template('map_response.xml'),
});

function numberBody({ settings }: QuestionOf<'number'>): Body {
  const { kind, by } = settings.tolerance;
  const mode = kind === 'percent' ? 'relative' : 'absolute';
  const equal =
    `<qti-equal tolerance-mode="${mode}" tolerance="${by} ${by}"><qti-variable identifier="RESPONSE"/>` +
    '<qti-correct identifier="RESPONSE"/></qti-equal>';
  const score = (points: number): string =>
    `<qti-set-outcome-value identifier="SCORE"><qti-base-value base-type="float">${points}</qti-base-value></qti-set-outcome-value>`;
  return {
    declarations: declaration({ cardinality: 'single', type: 'float', correct: [String(settings.value)] }),
    interaction: `<p><qti-text-entry-interaction response-identifier="RESPONSE"/> ${escaped(settings.unit)}</p>`,
    processing:
      `<qti-response-processing><qti-response-condition><qti-response-if>${equal}${score(1)}</qti-response-if>` +
      `<qti-response-else>${score(0)}</qti-response-else></qti-response-condition></qti-response-processing>`,
  };
}

const gapName = (index: number): string => `GAP${index + 1}`;

function inlineGap({ list }: Gap, index: number): string {
  if (!list) return `<qti-text-entry-interaction response-identifier="${gapName(index)}"/>`;
  const inline = list
    .map((words, place) => `<qti-inline-choice identifier="c${place + 1}">${escaped(words)}</qti-inline-choice>`)
    .join('');
  return `<qti-inline-choice-interaction response-identifier="${gapName(index)}" shuffle="true">${inline}</qti-inline-choice-interaction>`;
}

function gapDeclaration({ accepted, list }: Gap, index: number, caseSensitive: boolean): string {
  const id = gapName(index);
  if (!list)
    return declaration({
      id,
      cardinality: 'single',
      type: 'string',
      correct: accepted.slice(0, 1),
      mapping: mappingOf(accepted, caseSensitive),
    });
  const right = list.findIndex((words) => accepted.includes(words));
  return declaration({ id, cardinality: 'single', type: 'identifier', correct: [`c${right + 1}`] });
}

function gapsBody({ settings: { texts, gaps, rules } }: QuestionOf<'gaps'>): Body {
  const inline = texts.map((words, index) => escaped(words) + (gaps[index] ? inlineGap(gaps[index], index) : ''));
  return {
    declarations: gaps.map((gap, index) => gapDeclaration(gap, index, rules.letterCase)).join(''),
    interaction: `<p>${inline.join('')}</p>`,
    processing: '',
  };
}

function pairsBody({ settings: { pairs, spare } }: QuestionOf<'match'>): Body {
  return matchBody({
    from: pairs.map(({ from }) => from),
    to: [...pairs.map(({ to }) => to), ...spare],
    pairs: pairs.map(({ from, to }) => [from.id, to.id]),
    most: 1,
  });
}

function sortBody({ settings: { baskets, things } }: QuestionOf<'sort'>): Body {
  return matchBody({
    from: things.map(({ option }) => option),
    to: baskets.map(({ id, title }) => ({ id, words: title })),
    pairs: things.map(({ option, basket }) => [option.id, basket]),
    most: 0,
  });
}

/** What is written at length earns what a person says: there is nothing to process. */
const longBody = (): Body => ({
  declarations: '<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="string"/>',
  interaction: '<qti-extended-text-interaction response-identifier="RESPONSE"/>',
  processing: '',
});

/** How each kind is an item; null where the format is not written for it. */
const BODIES: { [K in QuestionKindName]: ((question: QuestionOf<K>) => Body) | null } = {
  choose: chooseBody,
  match: pairsBody,
  order: orderBody,
  sort: sortBody,
  gaps: gapsBody,
  words: wordsBody,
  number: numberBody,
  long: longBody,
  made: null,
  scale: null,
  place: null,
  labels: null,
};

/** A kind's own writer is handed questions of that kind only, because the kind is read off the question. */
const bodyOf = (question: Question): Body | null =>
  (BODIES[question.kind] as ((question: Question) => Body) | null)?.(question) ?? null;

const hasMedia = (question: Question): boolean =>
  question.picture !== null ||
  question.sound !== null ||
  /"(?:picture|sound)":"/.test(JSON.stringify(question.settings));

function leftOf(question: Question): string[] {
  const left: string[] = [];
  if (question.template) left.push('Numbers that are drawn anew: the item has those that stand there.');
  if (hasMedia(question)) left.push('Pictures and sounds.');
  const { hints, replies, steps, example, look, working } = question;
  if (hints.length + replies.length + steps.length + example.length > 0 || look)
    left.push('Hints, replies, small steps, a worked example and where to look.');
  if (working) left.push('That working is asked for.');
  if (question.kind === 'number' && (question.settings.unitNeeded || question.settings.figures !== null))
    left.push('That a unit or so many figures have to be typed.');
  if ((question.kind === 'words' || question.kind === 'gaps') && question.settings.rules.oneSlip)
    left.push('That one slip of a letter is forgiven.');
  return left;
}

/** Writes a question as an item of QTI 3.0. @param title what it is called in lists of items */
export function writeQtiItem(question: Question, title: string): WrittenItem {
  const body = bodyOf(question);
  if (!body)
    return { xml: null, left: ['Places on pictures, scales, and what is made in another part are not written.'] };
  const xml =
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    `<qti-assessment-item xmlns="${NAMESPACE}" identifier="${identifier(question.id)}" title="${escaped(title)}" ` +
    `adaptive="false" time-dependent="false">${body.declarations}` +
    '<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>' +
    `<qti-item-body>${paragraphs(question.words)}${body.interaction}</qti-item-body>${body.processing}</qti-assessment-item>\n`;
  return { xml, left: leftOf(question) };
}
