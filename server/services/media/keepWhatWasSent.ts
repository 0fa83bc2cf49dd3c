import { Op } from 'sequelize';
import { documentOf } from '@lippet/core/page/document';
import { mediaOf } from '@lippet/core/page/mediaOf';
import { voicesOf } from '@lippet/core/recording/moments';
import { CapturePhoto, Media, Message, Review, Submission } from '../../models/tables';
import { dropFiles } from './droppedFiles';
import { showing } from './lentPictures';

/**
 * Of a piece that is finished, only what was sent stays, with its originals, and what was said of it: photos that
 * were taken again and takes that were not chosen are gone (their files go
 * when it is tidied). Run twice, or broken off and run again, it comes to the same.
 */
export async function keepWhatWasSent(pieceId: string): Promise<void> {
  const goes = await Submission.unscoped().findAll({
    where: { pieceId, withdrawnAt: null },
    attributes: ['id', 'document', 'voiceId'],
  });
  const reviews = await Review.unscoped().findAll({
    where: { submissionId: goes.map(({ id }) => id) },
    attributes: ['marks', 'told'],
  });
  const sent = new Set([
    ...reviews.flatMap(({ told }) => told?.media ?? []),
    ...goes.flatMap(({ voiceId }) => voiceId ?? []),
    ...goes.flatMap(({ document }) => mediaOf(documentOf(document))),
    ...reviews.flatMap(({ marks }) => (marks ? voicesOf(documentOf(marks)) : [])),
  ]);
  const named = new Set(
    (await Message.findAll({ where: { mediaId: { [Op.not]: null } }, attributes: ['mediaId'] })).map(
      ({ mediaId }) => mediaId,
    ),
  );
  const others = (await Media.findAll({ where: { pieceId } })).filter(({ id }) => !sent.has(id) && !named.has(id));
  for (const media of others) {
    // What is gone from their own sheet may have gone with somebody else's.
    if (await Submission.findOne({ where: showing(media), attributes: ['id'] })) continue;
    await CapturePhoto.destroy({ where: { mediaId: media.id } });
    await media.destroy();
    await dropFiles([media.hash, media.playableHash, media.coverHash]);
  }
}
