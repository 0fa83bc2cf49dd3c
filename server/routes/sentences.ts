import type { ValidationError } from 'yup';

/** What is said of a check that failed, by the check's name in Yup. */
const SENTENCES: Record<string, (path: string) => string> = {
  required: (path) => `Something is missing: ${path}.`,
  optionality: (path) => `Something is missing: ${path}.`,
  nullable: (path) => `Something is missing: ${path}.`,
  typeError: (path) => `Something is of the wrong type: ${path}.`,
  min: (path) => `Something is too small or too short: ${path}.`,
  max: (path) => `Something is too large or too long: ${path}.`,
  integer: (path) => `A number must be whole: ${path}.`,
};

/**
 * A sentence for bad input. Where a schema has none of its own, the request was hardly made by a person, and the
 * sentence says which part of it is meant; Yup's own messages begin with that part's name, in small letters, and are
 * for programs.
 */
export function sentenceOf({ type, path, message }: ValidationError): string {
  if (type !== 'typeError' && /^[A-Z“]/u.test(message)) return message;
  return (SENTENCES[type ?? ''] ?? ((place: string) => `Something is not as it should be: ${place}.`))(
    path || 'the body',
  );
}
