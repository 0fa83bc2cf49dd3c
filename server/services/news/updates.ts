import { QueryTypes, type Transaction } from 'sequelize';
import type { UpdateView } from '@lippet/core/contract/updates';
import { Membership, Update } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { newsOf } from '../../sync/news';
import { updatePictures } from './updatePictures';

/** `key` says what it tells of: with one, it is told to each person once and no more. */
export type News = Pick<UpdateView, 'kind' | 'words' | 'path'> & { key?: string };

/**
 * Tells those whom a query finds, with one statement. They come in one order, so that two who tell the same people wait
 * for each other and never both.
 *
 * @param people what gives their ids as `person_id`, with its own replacements
 * @returns ids of those who had not been told before
 */
async function tell(
  people: { sql: string; replacements: Record<string, unknown> },
  { kind, words, path, key }: News,
  transaction: Transaction,
): Promise<string[]> {
  const rows = await Update.sequelize!.query<{ person_id: string }>(
    `INSERT INTO updates (id, person_id, kind, words, path, key)
      SELECT gen_random_uuid(), person_id, :kind, :words, :path, :key FROM (${people.sql}) people ORDER BY person_id
      ON CONFLICT (person_id, key) WHERE key IS NOT NULL DO NOTHING RETURNING person_id`,
    {
      replacements: { ...people.replacements, kind, words, path, key: key ?? null },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  const told = rows.map((row) => row.person_id);
  if (told.length > 0) newsOf(told, transaction);
  return told;
}

/**
 * Tells people what happened, in the transaction in which it happens.
 * @returns how many had not been told before
 */
export async function tellPeople(ids: readonly string[], news: News, transaction: Transaction): Promise<number> {
  if (ids.length === 0) return 0;
  const people = {
    sql: 'SELECT unnest(:ids::uuid[]) AS person_id',
    replacements: { ids: `{${[...new Set(ids)].join(',')}}` },
  };
  return (await tell(people, news, transaction)).length;
}

/** Tells one person. @returns whether they had not been told before */
export const tellPerson = async (personId: string, news: News, transaction: Transaction): Promise<boolean> =>
  (await tellPeople([personId], news, transaction)) > 0;

async function tellMembers(
  groupId: string,
  role: 'teacher' | 'learner',
  news: News,
  transaction: Transaction,
  but?: string,
): Promise<void> {
  const people = {
    sql: `SELECT person_id FROM memberships WHERE group_id = :groupId AND role = :role AND left_at IS NULL
      AND person_id IS DISTINCT FROM :but::uuid`,
    replacements: { groupId, role, but: but ?? null },
  };
  await tell(people, news, transaction);
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

/** Tells every teacher of several groups, each group of something of its own, with one statement. */
export async function tellTeachersOfEach(
  told: readonly (Omit<News, 'key'> & { groupId: string })[],
  transaction: Transaction,
): Promise<void> {
  const rows = await Update.sequelize!.query<{ person_id: string }>(
    `INSERT INTO updates (id, person_id, kind, words, path)
      SELECT gen_random_uuid(), m.person_id, t.kind, t.words, t.path
      FROM unnest($1::uuid[], $2::text[], $3::text[], $4::text[]) WITH ORDINALITY AS t(group_id, kind, words, path, n)
      JOIN memberships m ON m.group_id = t.group_id AND m.role = 'teacher' AND m.left_at IS NULL
      ORDER BY m.person_id, t.n RETURNING person_id`,
    {
      bind: [
        told.map(({ groupId }) => groupId),
        told.map(({ kind }) => kind),
        told.map(({ words }) => words),
        told.map(({ path }) => path),
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  newsOf([...new Set(rows.map((row) => row.person_id))], transaction);
}

/** Tells every teacher of a group, but for whoever did it. */
export const tellTeachers = (groupId: string, news: News, transaction: Transaction, but?: string): Promise<void> =>
  tellMembers(groupId, 'teacher', news, transaction, but);
/** Tells every learner of a group. */
export const tellLearners = (groupId: string, news: News, transaction: Transaction): Promise<void> =>
  tellMembers(groupId, 'learner', news, transaction);

/** What was sent has been answered: to none of its teachers is it new any more. @param path of the piece on the desk */
export async function seeSent(path: string, transaction: Transaction): Promise<void> {
  const rows = await Update.sequelize!.query<{ person_id: string }>(
    `UPDATE updates SET seen_at = now() WHERE kind = 'sent' AND path = :path AND seen_at IS NULL RETURNING person_id`,
    { replacements: { path }, type: QueryTypes.SELECT, transaction },
  );
  newsOf(
    rows.map((row) => row.person_id),
    transaction,
  );
}

/** A person's own updates, newest first. */
export async function listUpdates(actor: Actor): Promise<UpdateView[]> {
  const rows = await Update.findAll({ where: { personId: actor.personId }, order: [['at', 'DESC']], limit: 100 });
  const pictures = await updatePictures(
    actor,
    rows.map(({ path }) => path),
  );
  return rows.map(({ id, kind, words, path, at, seenAt }, i) => ({
    id,
    kind,
    words,
    path,
    picture: pictures[i]!,
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
