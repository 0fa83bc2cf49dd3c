import { Op } from 'sequelize';
import { DroppedFile, Export, Media, Speech } from '../../models/tables';

/**
 * Notes files that something has stopped naming. They are not taken away at once: what is named by nothing now may be
 * brought again in this very moment.
 */
export async function dropFiles(hashes: readonly (string | null | undefined)[]): Promise<void> {
  const rows = [...new Set(hashes)].flatMap((hash) => (hash ? [{ hash }] : []));
  await DroppedFile.bulkCreate(rows, { ignoreDuplicates: true });
}

/** Whether anything names a file. */
export async function isNeeded(hash: string): Promise<boolean> {
  const named = await Promise.all([
    Media.findOne({
      where: { [Op.or]: [{ hash }, { playableHash: hash }, { coverHash: hash }, { givenHash: hash }] },
      attributes: ['id'],
    }),
    Export.findOne({ where: { hash }, attributes: ['id'] }),
    Speech.findOne({ where: { hash }, attributes: ['key'] }),
  ]);
  return named.some((hash) => hash !== null);
}
