import { PROGRAM_LIMITS, ProgramOverLimitError, ProgramRefusedError, runProgram } from './program';

/** Poppler could not draw all of it within its limits. */
export class CannotRedrawError extends Error {
  override readonly name = 'CannotRedrawError';
}

/**
 * A PDF whose pages look the same and that is written in order: poppler reads files that stricter readers give up on,
 * and draws them into a new one. Its words stay words; form fields and links become part of the picture.
 *
 * @param path of the file as it came
 * @throws CannotRedrawError, or ProblemError `busy` where the machine has no room for it just now
 */
export async function redrawnPdf(path: string): Promise<Uint8Array> {
  try {
    return await runProgram('making', 'pdftocairo', ['-pdf', path, '-'], PROGRAM_LIMITS.rewrite);
  } catch (error) {
    if (error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError)
      throw new CannotRedrawError('The PDF could not be drawn anew.');
    throw error;
  }
}
