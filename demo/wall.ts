/** The walls of the demo: what hangs, what waits, and what was said to it. */
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { documentOf, readPages } from '@lippet/core/page/document';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import { Hanging, HangingAnswer, Piece, Submission } from '@lippet/server/models/tables';
import type { DayTime, DemoActivity } from './demoActivity';

interface DemoWorld {
  transaction: Transaction;
  /** Ids by name. */
  people: ReadonlyMap<string, string>;
  past: (time: DayTime) => Date;
}

/** Hangs what the demo says, of each learner's newest go all that is in it. */
export async function hangDemo(
  { transaction, people, past }: DemoWorld,
  place: { activity: DemoActivity; activityId: string; groupId: string; partId: string },
): Promise<void> {
  const { activity, activityId, groupId, partId } = place;
  for (const { from, title, alt, at, waits = false, stamps = [], words = [] } of activity.wall ?? []) {
    const personId = people.get(from)!;
    const piece = await Piece.findOne({ where: { activityId, personId }, transaction, rejectOnEmpty: true });
    const submission = await Submission.unscoped().findOne({
      where: { pieceId: piece.id },
      order: [['number', 'DESC']],
      transaction,
      rejectOnEmpty: true,
    });
    const doc = documentOf(submission.document);
    const take = chosenTake(readTakes(doc, partId));
    const time = past(at);
    const id = randomUUID();
    await Hanging.create(
      {
        id,
        activityId,
        groupId,
        personId,
        submissionId: submission.id,
        partId: take ? partId : null,
        pages: take ? 0 : readPages(doc).length,
        recording: take && { sort: take.sort, media: take.media, seconds: take.seconds, spans: [...take.spans] },
        title,
        alt,
        hungAt: time,
        letAt: waits ? null : time,
      },
      { transaction },
    );
    const answers = [
      ...stamps.map(([by, stamp]) => ({ by, stamp, words: '' })),
      ...words.map(([by, text]) => ({ by, stamp: null, words: text })),
    ];
    for (const { by, ...answer } of answers) {
      const row = { id: randomUUID(), hangingId: id, personId: people.get(by)!, at: time, letAt: time };
      await HangingAnswer.create({ ...row, ...answer }, { transaction });
    }
  }
}
