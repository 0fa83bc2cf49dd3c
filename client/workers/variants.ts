import type { Pasted } from '@lippet/core/questions/paste/pastedQuestions';
import type { Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import type { TriedVariant } from '@lippet/core/questions/variants/variant';
import type { VariantDrawer } from './variants.worker';
import { workerRemote } from './workerRemote';

const drawer = workerRemote<VariantDrawer>(() => new Worker(new URL('./variants.worker', window.location.href)));

/**
 * What everybody is asked first, where questions have numbers of their own; those that can't be drawn are told by their
 * line.
 *
 * @throws WorkerLostError
 */
export async function drawFirsts(pasted: Pasted, school: School): Promise<Pasted> {
  if (pasted.questions.every(({ template }) => !template)) return pasted;
  return drawer().drawFirsts(pasted, school);
}

/**
 * Variants side by side, to see whether the template does what it should.
 *
 * @throws WorkerLostError; Error with a sentence where no numbers can be drawn
 */
export const tryVariants = (question: Question, count: number, school: School): Promise<TriedVariant[]> =>
  drawer().tryVariants(question, count, school);
