import { Op, type WhereOptions } from 'sequelize';
import { Media, Piece, Submission } from '../../models/tables';

/** Goes with this picture on a sheet that their learners filled with whoever put it there. */
export const showing = ({ id, ownerId }: Pick<Media, 'id' | 'ownerId'>): WhereOptions<Submission> => ({
  lent: { [Op.contains]: [{ media: id, person: ownerId }] },
});

/**
 * A picture by somebody else that is shown in goes of a piece, because it lay on a sheet which both filled; null where
 * there is none. Documents say what they like: it counts only where whoever brought the file put it there.
 */
export async function lentTo(pieceId: string, id: string): Promise<Media | null> {
  const media = await Media.findOne({ where: { id, kind: 'picture' } });
  if (!media) return null;
  const shown = await Submission.findOne({ where: { ...showing(media), pieceId }, attributes: ['id'] });
  return shown && media;
}

/** Ids of all pictures by others in the goes of a piece. */
export async function lentIds(pieceId: string): Promise<string[]> {
  const goes = await Submission.findAll({ where: { pieceId, lent: { [Op.not]: null } }, attributes: ['lent'] });
  return [...new Set(goes.flatMap(({ lent }) => lent!.map(({ media }) => media)))];
}

/** The pieces in whose goes somebody else's picture is shown. */
export async function piecesWith(media: Media): Promise<Piece[]> {
  const goes = await Submission.findAll({ where: { ...showing(media), withdrawnAt: null }, attributes: ['pieceId'] });
  return Piece.findAll({ where: { id: [...new Set(goes.map(({ pieceId }) => pieceId))] } });
}
