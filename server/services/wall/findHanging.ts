import { Hanging, HangingAnswer } from '../../models/tables';
import { notFound } from '../../problems/problem';

/** Whether others see it. */
export const isLet = ({ letAt, heldAt }: { letAt?: Date | null; heldAt?: Date | null }): boolean =>
  Boolean(letAt) && !heldAt;

/** @throws ProblemError `not-found` */
export async function findHanging(id: string): Promise<Hanging> {
  const hanging = await Hanging.findByPk(id);
  if (!hanging) throw notFound();
  return hanging;
}

/** What was said, and to what. @throws ProblemError `not-found` */
export async function findAnswer(id: string): Promise<{ answer: HangingAnswer; hanging: Hanging }> {
  const answer = await HangingAnswer.findByPk(id);
  if (!answer) throw notFound();
  return { answer, hanging: await findHanging(answer.hangingId) };
}
