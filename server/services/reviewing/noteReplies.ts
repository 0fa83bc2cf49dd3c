import { UniqueConstraintError, type Sequelize } from 'sequelize';
import type { NoteTalkView } from '@lippet/core/contract/notes';
import { documentOf } from '@lippet/core/page/document';
import { walkNotes } from '@lippet/core/review/noteWalk';
import { NoteReply, Person, Review } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { activityParts } from '../pieces/activityParts';
import { findGo, frozenDocument, frozenMarks, type GoContext } from './goes';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { insistOnOwnFile } from '../media/ownFile';
import { tellPerson, tellTeachers } from '../news/updates';

/** So much may be said under the notes of one review. */
const MOST = 200;

/** What somebody says under a note. */
interface Said {
  /** Made once for each thing that is said. */
  id: string;
  note: string;
  words: string;
  voice: string | null;
}

/** What a learner and the teachers say under the notes of a review, once that is released. */
export class NoteReplyService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly clock: () => number = Date.now,
  ) {}

  private async find(actor: Actor, reviewId: string): Promise<GoContext & { review: Review }> {
    const review = await Review.findByPk(reviewId);
    if (!review) throw notFound();
    const context = await findGo(this.facts, review.submissionId);
    if (!policy.replyToNotes(actor, context.piece, context.work, review)) throw notFound();
    return { ...context, review };
  }

  async list(actor: Actor, reviewId: string): Promise<NoteTalkView> {
    const { work } = await this.find(actor, reviewId);
    const rows = await NoteReply.findAll({ where: { reviewId }, order: ['at', 'id'] });
    const people = await Person.findAll({
      where: { id: rows.map(({ personId }) => personId) },
      attributes: ['id', 'name'],
    });
    const replies = rows.map(({ id, noteId, personId, words, voiceId, at }) => ({
      id,
      note: noteId,
      name: people.find((person) => person.id === personId)!.name,
      mine: personId === actor.personId,
      words,
      voice: voiceId ?? null,
      at: at.getTime(),
    }));
    return { groupId: work.groupId, replies };
  }

  /**
   * Says something under a note. The same id again says it once.
   * @throws ProblemError `not-found` where there is no such note; `still-arriving` where what was spoken is not here yet
   */
  async say(actor: Actor, reviewId: string, { id, note, words, voice }: Said): Promise<NoteTalkView> {
    if (words === '' && voice === null) throw new ProblemError('bad-request', 'Say something first.');
    const { go, piece, activity, work } = await this.find(actor, reviewId);
    if (actor.personId !== piece.personId && !policy.answer(actor, work)) throw notFound();
    const { parts } = await activityParts(activity.id);
    if (
      !walkNotes(
        documentOf(await frozenDocument(go.id)),
        documentOf(await frozenMarks(reviewId)),
        parts.map((part) => part.id),
      ).some((walked) => walked.id === note)
    )
      throw notFound();
    if ((await NoteReply.count({ where: { reviewId } })) >= MOST)
      throw new ProblemError(
        'conflict',
        'So much has been said here already that nothing more fits. Ask about it instead.',
      );
    const byLearner = actor.personId === piece.personId;
    try {
      await this.sequelize.transaction(async (transaction) => {
        if (voice) await insistOnOwnFile(actor, voice, { kinds: ['sound'], groupId: work.groupId }, transaction);
        await NoteReply.create(
          {
            id,
            reviewId,
            noteId: note,
            personId: actor.personId,
            words,
            voiceId: voice,
            at: new Date(this.clock()),
          },
          { transaction },
        );
        const { name } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
        const news = { kind: 'answered', words: `${name} answered a note on ${activity.title}` } as const;
        if (byLearner)
          await tellTeachers(
            work.groupId,
            { ...news, path: `/review/${activity.id}?person=${piece.personId}` },
            transaction,
          );
        else await tellPerson(piece.personId, { ...news, path: `/feedback/${go.id}` }, transaction);
      });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      const before = await NoteReply.findByPk(id, { rejectOnEmpty: true });
      if (before.reviewId !== reviewId || before.personId !== actor.personId) throw notFound();
    }
    return this.list(actor, reviewId);
  }
}

/** Whether a recording stands under a note where one may read. */
export async function heardUnderNote(facts: PieceFactsService, actor: Actor, mediaId: string): Promise<boolean> {
  const replies = await NoteReply.findAll({ where: { voiceId: mediaId }, attributes: ['reviewId'] });
  for (const { reviewId } of replies) {
    const review = await Review.findByPk(reviewId, { rejectOnEmpty: true });
    const { piece, work } = await findGo(facts, review.submissionId);
    if (policy.replyToNotes(actor, piece, work, review)) return true;
  }
  return false;
}
