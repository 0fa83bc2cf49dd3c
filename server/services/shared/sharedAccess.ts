import { Op, type Sequelize } from 'sequelize';
import type * as Y from 'yjs';
import { countAdded, readLayerName } from '@lippet/core/page/shared/sharedLayers';
import { laidPictures } from '@lippet/core/page/shared/sharedPictures';
import { Piece, SharedSheet, type Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import type { DocumentAccess } from '../../sync/hub';
import type { UpdateLog } from '../../sync/updateLog';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { findSheet, forPolicy, type FoundSheet } from './sharedSheets';

/** What somebody may do with a sheet that is filled together, and which of each change; null where they may not see it. */
export async function sharedAccess(
  facts: PieceFactsService,
  sequelize: Sequelize,
  actor: Actor,
  { id, now }: { id: string; now: number },
): Promise<DocumentAccess | null> {
  const found = await findSheet(sequelize, id, now);
  if (!found || !policy.seeShared(actor, forPolicy(found))) return null;
  const { sheet } = found;
  const { activityId } = sheet;
  const [standing] = await facts.find({ activityId, personId: actor.personId });
  return {
    write: policy.addToShared(actor, forPolicy(found), standing?.status ?? null),
    maker: {
      id: policy.leadShared(actor, sheet) ? null : actor.personId,
      mayChange: (name) => {
        const layer = readLayerName(name);
        return layer !== null && policy.changeOnShared(actor, sheet, layer.person);
      },
    },
    // Whoever sees all of it whatever they add needs no looking at each message.
    ...(policy.seeOthersOnShared(actor, sheet, 0)
      ? {}
      : { veil: { person: actor.personId, hides: (document) => !seesOthers(actor, found, document) } }),
  };
}

/** Whether somebody is shown what others made on a sheet, as it is now. */
const seesOthers = (actor: Actor, { sheet, pages }: FoundSheet, document: Y.Doc): boolean =>
  policy.seeOthersOnShared(actor, sheet, countAdded(document, actor.personId, pages));

/** Keeps which pictures lie on a sheet for all who see it, as their devices say. */
export async function keepSharedPictures(log: UpdateLog, id: string): Promise<void> {
  const pictures = laidPictures(await log.document({ kind: 'shared', id }));
  await SharedSheet.update({ pictures }, { where: { id } });
}

/** Whether a learner's picture lies on a sheet that somebody sees, and was put there by that learner. */
export async function shownOnShared(
  { sequelize, sheetAsItIs }: { sequelize: Sequelize; sheetAsItIs: (id: string) => Promise<Y.Doc> },
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
    if (!found || !policy.seeShared(actor, forPolicy(found))) continue;
    const seesAnyway = policy.seeOthersOnShared(actor, found.sheet, 0);
    if (seesAnyway || seesOthers(actor, found, await sheetAsItIs(found.sheet.id))) return true;
  }
  return false;
}
