import { Op, type Sequelize } from 'sequelize';
import { readLayerName, layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { readItem } from '@lippet/core/page/item';
import type * as Y from 'yjs';
import { Piece, SharedSheet, type Media } from '../../models/tables';
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

/** The pictures in a document, and who put them there, each pair once. */
function picturesIn(doc: Y.Doc): SharedSheet['pictures'] {
  const found = new Map<string, { media: string; person: string }>();
  for (const name of doc.share.keys()) {
    const layer = readLayerName(name);
    if (!layer) continue;
    layerOfPerson(doc, layer).forEach((map, id) => {
      const item = readItem(id, map);
      if (item?.kind !== 'picture') return;
      const { media } = item;
      found.set(`${media} ${layer.person}`, { media, person: layer.person });
    });
  }
  return [...found.values()];
}

/** Keeps which pictures lie on a sheet for all who see it, as their devices say. */
export async function keepSharedPictures(log: UpdateLog, id: string): Promise<void> {
  const pictures = picturesIn(await log.document({ kind: 'shared', id }));
  await SharedSheet.update({ pictures }, { where: { id } });
}

/** Whether a learner's picture lies on a sheet that somebody sees, and was put there by that learner. */
export async function shownOnShared(
  sequelize: Sequelize,
  actor: Actor,
  { id, pieceId, ownerId }: Pick<Media, 'id' | 'pieceId' | 'ownerId'>,
  now: number,
): Promise<boolean> {
  if (!pieceId) return false;
  const { activityId } = await Piece.findByPk(pieceId, { attributes: ['activityId'], rejectOnEmpty: true });
  const sheets = await SharedSheet.findAll({
    where: { activityId, pictures: { [Op.contains]: [{ media: id, person: ownerId }] } },
    attributes: ['id'],
  });
  for (const sheet of sheets) {
    const found = await findSheet(sequelize, sheet.id, now);
    if (found && policy.seeShared(actor, forPolicy(found))) return true;
  }
  return false;
}
