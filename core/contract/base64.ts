import * as yup from 'yup';
import { LIMITS } from './limits';

/** Bytes in a body, as Base64. */
export const bytes = yup
  .string()
  .matches(/^[A-Za-z0-9+/]*={0,2}$/, 'That is not Base64.')
  .max(LIMITS.jsonBody);
