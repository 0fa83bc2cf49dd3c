import * as yup from 'yup';

/**
 * Text without the space around it. What is no text stays as it is, and is refused as that: Yup's own `trim` would
 * throw.
 */
export const trimmed = (): yup.StringSchema =>
  yup.string().transform((value: unknown) => (typeof value === 'string' ? value.trim() : value));
