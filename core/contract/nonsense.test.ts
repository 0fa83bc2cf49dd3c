/** Whatever stands in a body that an address takes, it is read or refused: reading it never breaks. */
import { ValidationError, type Schema } from 'yup';
import { API } from './api';

// Names that every object has are left out of a body before it is read: see the hostile tests of the server.
const NONSENSE: readonly unknown[] = [
  null,
  0,
  -1,
  1e99,
  '',
  'x'.repeat(20_000),
  '\u0000',
  true,
  [],
  {},
  [[[]]],
  [null],
  [5, {}, 'x'],
  { length: 1e9 },
];

/** Bodies of the schema's shape, with `value` in the place of each field, at each depth. */
function withEach(schema: Schema, value: unknown): unknown[] {
  const { fields, innerType } = schema as unknown as { fields?: Record<string, Schema>; innerType?: Schema };
  if (innerType) return [value, [value], ...withEach(innerType, value).map((inner) => [inner])];
  if (!fields) return [value];
  const all = Object.fromEntries(Object.keys(fields).map((name) => [name, value]));
  const single = Object.entries(fields).flatMap(([name, field]) =>
    withEach(field, value).map((inner) => ({ [name]: inner })),
  );
  const nested = Object.entries(fields).flatMap(([name, field]) =>
    withEach(field, value).map((inner) => ({ ...all, [name]: inner })),
  );
  return [value, all, ...single, ...nested];
}

const taking = Object.entries(API).flatMap(([address, { body }]) => (body ? [[address, body] as const] : []));

it.each(taking)('%s', async (_, body) => {
  for (const value of NONSENSE)
    for (const given of withEach(body as Schema, value))
      await body.validate(given).catch((error: unknown) => {
        // Anything else would be told as if it were our own fault.
        if (!(error instanceof ValidationError)) throw error;
      });
});
