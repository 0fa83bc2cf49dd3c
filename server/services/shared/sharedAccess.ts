import { Op, type Sequelize } from 'sequelize';
import { readLayerName, layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { readItem } from '@lippet/core/page/item';
import type * as Y from 'yjs';
import { Media, Piece, SharedSheet } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import type { DocumentAccess } from '../../sync/hub';
import type { UpdateLog } from '../../sync/updateLog';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { findSheet, forPolicy } from './sharedSheets';

/** What somebody may do with a sheet that is filled together, and which of each change; null where they may not see it. */
export async function sharedAccess(
  facts: PieceFactsService,
  sequelize: Sequelize,
  actor: Actor,
  { id, now }: { id: string; now: number },
): Promise<DocumentAccess | null> {
  const found = await findSheet(sequelize, id, now);
  if (!found || !policy.seeShared(actor, forPolicy(found))) return null;
  const { activityId } = found.sheet;
  const [standing] = await facts.find({ activityId, personId: actor.personId });
  return {
    write: policy.addToShared(actor, forPolicy(found), standing?.status ?? null),
    maker: {
      id: policy.leadShared(actor, found.sheet) ? null : actor.personId,
      mayChange: (name) => {
        const layer = readLayerName(name);
        return layer !== null && policy.changeOnShared(actor, found.sheet, layer.person);
      },
    },
  };
}

/** Ids of the pictures in a document, by who put them there. */
function picturesIn(doc: Y.Doc): Map<string, string> {
  const found = new Map<string, string>();
  for (const name of doc.share.keys()) {
    const layer = readLayerName(name);
    if (!layer) continue;
    layerOfPerson(doc, layer).forEach((map, id) => {
      const item = readItem(id, map);
      if (item?.kind === 'picture') found.set(item.media, layer.person);
    });
  }
  return found;
}

/** Keeps which pictures lie on a sheet for all who see it: each only where whose it is has put it there. */
export async function keepSharedMedia(log: UpdateLog, id: string): Promise<void> {
  const pictures = picturesIn(await log.document({ kind: 'shared', id }));
  const media = await Media.findAll({
    where: { ownerId: [...new Set(pictures.values())] },
    attributes: ['id', 'ownerId'],
  });
  const own = media.filter((one) => pictures.get(one.id) === one.ownerId).map((one) => one.id);
  await SharedSheet.update({ media: own }, { where: { id } });
}

/** Whether a learner's picture lies on a sheet that somebody sees. */
export async function shownOnShared(
  sequelize: Sequelize,
  actor: Actor,
  { id, pieceId }: Pick<Media, 'id' | 'pieceId'>,
  now: number,
): Promise<boolean> {
  if (!pieceId) return false;
  const { activityId } = await Piece.findByPk(pieceId, { attributes: ['activityId'], rejectOnEmpty: true });
  const sheets = await SharedSheet.findAll({
    where: { activityId, media: { [Op.contains]: [id] } },
    attributes: ['id'],
  });
  for (const sheet of sheets) {
    const found = await findSheet(sequelize, sheet.id, now);
    if (found && policy.seeShared(actor, forPolicy(found))) return true;
  }
  return false;
}
