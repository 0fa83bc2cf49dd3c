/** A long code is read in fours. */
export const codeInFours = (code: string): string => code.replace(/(.{4})(?=.)/g, '$1 ');
