import type { Sequelize } from 'sequelize';
import type { FolderView } from '@lippet/core/contract/class';
import { Assignment, Folder } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';

/** Folders of a group's work, for a week or a unit, which open together. */
export class FolderService {
  constructor(private readonly sequelize: Sequelize) {}

  async list(actor: Actor, groupId: string): Promise<FolderView[]> {
    if (!policy.keepGroup(actor, groupId)) throw notFound();
    return foldersOf([groupId]).then((all) => all.get(groupId) ?? []);
  }

  /** Makes a folder, or changes the one with this id. Work in it moves its opening along. */
  async keep(actor: Actor, groupId: string, { id, title, opens }: FolderView): Promise<FolderView[]> {
    if (!policy.keepGroup(actor, groupId)) throw notFound();
    const opening = opens === null ? null : new Date(opens);
    const before = await Folder.findByPk(id);
    if (before && before.groupId !== groupId) throw notFound();
    if (before) await before.update({ title, opens: opening });
    else await Folder.findOrCreate({ where: { id }, defaults: { id, groupId, title, opens: opening } });
    return this.list(actor, groupId);
  }

  /** Takes a folder away; its work lies in none then, and opens by its own dates. */
  async remove(actor: Actor, id: string): Promise<FolderView[]> {
    const folder = await Folder.findByPk(id);
    if (!folder || !policy.keepGroup(actor, folder.groupId)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      await Assignment.update({ folderId: null }, { where: { folderId: id }, transaction });
      await folder.destroy({ transaction });
    });
    return this.list(actor, folder.groupId);
  }
}

/** The folders of some groups, oldest first. */
export async function foldersOf(groupIds: readonly string[]): Promise<Map<string, FolderView[]>> {
  const rows = await Folder.findAll({
    where: { groupId: [...groupIds] },
    order: [
      ['createdAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  const all = new Map<string, FolderView[]>();
  for (const { id, groupId, title, opens } of rows)
    all.set(groupId, [...(all.get(groupId) ?? []), { id, title, opens: opens && opens.getTime() }]);
  return all;
}
