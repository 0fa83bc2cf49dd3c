/** Something a person has to know or do; the sentence is all that is printed. */
export class StopError extends Error {
  /** @override */
  name = 'StopError';
}

/**
 * The sentence for an error of the system, where it has a plain meaning.
 * @param {unknown} error
 * @returns {string | null}
 */
export function plainSentence(error) {
  if (error instanceof StopError) return error.message;
  const { code, path } = /** @type {NodeJS.ErrnoException} */ (error ?? {});
  if (code === 'ENOSPC')
    return 'The disk is full. Free some space (Lippet wants about 2 GB the first time) and start again.';
  if (code === 'EACCES' || code === 'EPERM')
    return `Lippet may not write to ${path ?? 'its folder'}. Give this user the right to, or clone Lippet somewhere it has it.`;
  return null;
}
