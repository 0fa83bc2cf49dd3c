import { join } from 'node:path';

/** The checkout's folder. Tests are packed into one module each, so no file knows where it lies. */
export const CHECKOUT = process.env.LIPPET_ROOT ?? process.cwd();

/** The fonts that we ship. */
export const FONTS = join(CHECKOUT, 'client', 'public', 'fonts');
