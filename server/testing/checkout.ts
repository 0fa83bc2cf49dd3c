/** The checkout's folder. Tests are packed into one module each, so no file knows where it lies. */
export const CHECKOUT = process.env.LIPPET_ROOT ?? process.cwd();
