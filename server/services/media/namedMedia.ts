import { Op } from 'sequelize';
import { isId } from '@lippet/core/contract/ids';
import { Media } from '../../models/tables';
import { lentTo } from './lentPictures';

/** The piece of a document, and the activity it is of. */
export interface HomePiece {
  id: string;
  activityId: string;
}

/**
 * A file that a piece's document or its marks name. Documents are written on devices: what is no id of ours names
 * nothing, and neither does what belongs to somebody else's piece, or to another activity. Pictures that others put on a
 * sheet which they filled with this learner are the exception.
 */
export async function namedMedia({ id: pieceId, activityId }: HomePiece, id: string): Promise<Media | null> {
  if (!isId(id)) return null;
  return (await Media.findOne({ where: { id, [Op.or]: [{ pieceId }, { activityId }] } })) ?? lentTo(pieceId, id);
}
