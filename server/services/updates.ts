import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import type { UpdateView } from '@lippet/core/contract/work';
import { Membership, Update } from '../models/tables';
import type { Actor } from '../policy/actor';

type News = Pick<UpdateView, 'kind' | 'words' | 'path'>;

/** Tells one person what happened, in the transaction in which it happens. */
export async function tellPerson(personId: string, news: News, transaction: Transaction): Promise<void> {
  await Update.create({ id: randomUUID(), personId, ...news }, { transaction });
}

/** Tells every teacher of a group. */
export async function tellTeachers(groupId: string, news: News, transaction: Transaction): Promise<void> {
  const teachers = await Membership.findAll({ where: { groupId, role: 'teacher', leftAt: null }, transaction });
  for (const { personId } of teachers) await tellPerson(personId, news, transaction);
}

/** A person's own updates, newest first. */
export async function listUpdates(actor: Actor): Promise<UpdateView[]> {
  const rows = await Update.findAll({ where: { personId: actor.personId }, order: [['at', 'DESC']], limit: 100 });
  return rows.map(({ id, kind, words, path, at, seenAt }) => ({
    id, kind, words, path, at: at.getTime(), seen: seenAt !== null,
  }));
}

export async function countUnseen(personId: string): Promise<number> {
  return Update.count({ where: { personId, seenAt: null } });
}

/** Marks all of a person's updates as seen. */
export async function seeUpdates(actor: Actor): Promise<void> {
  await Update.update({ seenAt: new Date() }, { where: { personId: actor.personId, seenAt: null } });
}
