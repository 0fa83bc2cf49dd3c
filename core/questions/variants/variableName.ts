/** Names that stand for something in every sum. They lie apart from what computes, which is large and loaded late. */
export const FUNCTION_NAMES = ['abs', 'sqrt', 'floor', 'ceil', 'round', 'min', 'max', 'mod', 'gcd'] as const;
export type FunctionName = (typeof FUNCTION_NAMES)[number];
export const CONSTANT_NAMES = ['pi'] as const;
export type ConstantName = (typeof CONSTANT_NAMES)[number];

const TAKEN: readonly string[] = [...FUNCTION_NAMES, ...CONSTANT_NAMES];

/** Whether a number of a template may be called so: letters and digits, as `a` or `cars2`. */
export const isVariableName = (name: string): boolean => /^[a-z][a-z0-9]{0,19}$/i.test(name) && !TAKEN.includes(name);
