import * as yup from 'yup';

/** Something that is named by its id, in an address or a body. */
export const idParam = yup.string().uuid('That address has no such thing.').required();
