import type { Transaction } from 'sequelize';
import { Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { notFound, ProblemError } from '../../problems/problem';

/** What is seen or heard in place; a PDF and other files are not. */
export const SHOWN_IN_PLACE: readonly Media['kind'][] = ['picture', 'sound', 'film'];

/** What a file must be to be said or shown somewhere. */
export interface OwnFileWish {
  kinds: readonly Media['kind'][];
  /** What it was brought for; left out where that does not matter. */
  groupId?: string;
}

/**
 * Insists that a file is one's own and at school: nothing of anybody else's can be shown by naming it.
 * @throws ProblemError `still-arriving` where school does not have it yet; `not-found` where it is not one's own, or
 * not what is wanted
 */
export async function insistOnOwnFile(
  actor: Actor,
  id: string,
  { kinds, groupId }: OwnFileWish,
  transaction: Transaction,
): Promise<void> {
  const file = await Media.findByPk(id, { transaction });
  if (!file)
    throw new ProblemError(
      'still-arriving',
      'The file is still on its way to school. It is said as soon as that is there.',
    );
  const elsewhere = groupId !== undefined && file.groupId !== groupId;
  if (file.ownerId !== actor.personId || elsewhere || !kinds.includes(file.kind)) throw notFound();
}

/** @throws ProblemError `bad-request` where nothing is said */
export function insistSaid({ words, media }: { words: string; media: string | null }): void {
  if (words === '' && !media)
    throw new ProblemError('bad-request', 'Say something first, in words, with your voice or with a picture.');
}
