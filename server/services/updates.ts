import { randomUUID } from 'node:crypto';
import { QueryTypes, type Transaction } from 'sequelize';
import type { UpdateView } from '@lippet/core/contract/work';
import { Membership, Update } from '../models/tables';
import type { Actor } from '../policy/actor';
import { newsOf } from '../sync/news';

/** `key` says what it tells of: with one, it is told to each person once and no more. */
export type News = Pick<UpdateView, 'kind' | 'words' | 'path'> & { key?: string };

/**
 * Tells one person what happened, in the transaction in which it happens.
 * @returns whether they had not been told before
 */
export async function tellPerson(
  personId: string,
  { kind, words, path, key }: News,
  transaction: Transaction,
): Promise<boolean> {
  const rows = await Update.sequelize!.query(
    `INSERT INTO updates (id, person_id, kind, words, path, key)
      VALUES (:id, :personId, :kind, :words, :path, :key) ON CONFLICT (person_id, key)
      WHERE key IS NOT NULL DO NOTHING RETURNING id`,
    {
      replacements: { id: randomUUID(), personId, kind, words, path, key: key ?? null },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  if (rows.length > 0) newsOf([personId], transaction);
  return rows.length > 0;
}

async function tellMembers(
  groupId: string,
  role: 'teacher' | 'learner',
  news: News,
  transaction: Transaction,
  but?: string,
): Promise<void> {
  const members = await Membership.findAll({ where: { groupId, role, leftAt: null }, transaction });
  for (const { personId } of members) if (personId !== but) await tellPerson(personId, news, transaction);
}

/** Ids of the teachers of a group. */
export async function teachersOf(groupId: string, transaction: Transaction): Promise<string[]> {
  return (
    await Membership.findAll({
      where: { groupId, role: 'teacher', leftAt: null },
      attributes: ['personId'],
      transaction,
    })
  ).map(({ personId }) => personId);
}

/** Tells every teacher of a group, but for whoever did it. */
export const tellTeachers = (groupId: string, news: News, transaction: Transaction, but?: string): Promise<void> =>
  tellMembers(groupId, 'teacher', news, transaction, but);
/** Tells every learner of a group. */
export const tellLearners = (groupId: string, news: News, transaction: Transaction): Promise<void> =>
  tellMembers(groupId, 'learner', news, transaction);

/** A person's own updates, newest first. */
export async function listUpdates(actor: Actor): Promise<UpdateView[]> {
  const rows = await Update.findAll({ where: { personId: actor.personId }, order: [['at', 'DESC']], limit: 100 });
  return rows.map(({ id, kind, words, path, at, seenAt }) => ({
    id,
    kind,
    words,
    path,
    at: at.getTime(),
    seen: seenAt !== null,
  }));
}

export async function countUnseen(personId: string): Promise<number> {
  return Update.count({ where: { personId, seenAt: null } });
}

/** Marks all of a person's updates as seen. */
export async function seeUpdates(actor: Actor): Promise<void> {
  await Update.update({ seenAt: new Date() }, { where: { personId: actor.personId, seenAt: null } });
}
