/** Whatever is sent to school that it does not take is answered with a sentence, never with a library's own words. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { isSchema, type Schema, type SchemaObjectDescription } from 'yup';
import { ProblemError } from '../problems/problem';
import { checked } from './context';

const CONTRACTS = join(__dirname, '../../core/contract');
const files = readdirSync(CONTRACTS).filter((file) => /^\w+\.ts$/.test(file));
const contracts = Object.fromEntries(
  files.map((file): [string, object] => [file.replace('.ts', ''), jest.requireActual(join(CONTRACTS, file))]),
);
const schemas = Object.entries(contracts).flatMap(([file, exported]) =>
  Object.entries(exported)
    .filter(([, value]) => isSchema(value))
    .map(([name, schema]): [string, Schema] => [`${file}: ${name}`, schema as Schema]),
);

const JUNK: readonly unknown[] = [
  undefined,
  null,
  true,
  -1,
  0.5,
  42,
  1e300,
  NaN,
  '',
  ' ',
  'x'.repeat(100_000),
  '2026-13-45',
  [],
  [null],
  ['x'],
  [{}],
  {},
  { x: 1 },
  Array.from({ length: 5_000 }, () => 'x'),
];

/**
 * Begins with a capital letter, ends as sentences do, and has none of the words that only programs use of each other.
 */
const isSentence = (words: string): boolean =>
  /^[A-Z0-9“].*[.?]$/su.test(words) &&
  !/`|required field|cannot be null|must match|final value|NaN|undefined|\$\{/u.test(words) &&
  words.length < 300;

/** Junk itself, and bodies in which one field is junk and the others are left out. */
function bodies(schema: Schema): unknown[] {
  const { fields } = schema.describe() as Partial<SchemaObjectDescription>;
  return [...JUNK, ...Object.keys(fields ?? {}).flatMap((name) => JUNK.map((value) => ({ [name]: value })))];
}

describe('bad input', () => {
  it.each(schemas)('%s', async (_, schema) => {
    const refusals = (
      await Promise.all(
        bodies(schema).map((body) =>
          checked(schema, body).then(
            () => null,
            (error: unknown) => error,
          ),
        ),
      )
    ).filter((error) => error !== null);
    expect([
      ...new Set(
        refusals.filter((error) => !(error instanceof ProblemError && error.code === 'bad-request')).map(String),
      ),
    ]).toEqual([]);
    const odd = refusals
      .map((error) => (error as Error).message)
      .filter((words) => !isSentence(words))
      .map((words) => words.slice(0, 200));
    expect([...new Set(odd)]).toEqual([]);
  });
});
