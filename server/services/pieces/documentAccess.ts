import { Op } from 'sequelize';
import { PeerReview, Person, Piece, Review, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import type { DocumentGate } from '../../sync/hub';
import { keepSharedPictures, sharedAccess } from '../shared/sharedAccess';
import type { UpdateLog } from '../../sync/updateLog';
import { partnerPlanOf } from '../partners/partnerPlaces';
import { documentRoom } from './documentRoom';
import type { MeasuringService } from './measuring';
import type { PieceCopyService } from './pieceCopies';
import type { PieceFactsService } from './pieceFacts';
import type { SignInService } from '../access/signIn';

/** What it asks. */
interface GateWorld {
  facts: PieceFactsService;
  log: UpdateLog;
  /** Looks over a piece that could be sent as it is. */
  lookAhead: (pieceId: string) => Promise<void>;
}

/** The sync hub's gate: asks the policy about live documents. */
export function documentAccess(
  { facts, log, lookAhead }: GateWorld,
  measuring: MeasuringService,
  copies: PieceCopyService,
  signIn: SignInService,
  clock: () => number = Date.now,
): DocumentGate {
  return {
    actor: (sessionId) => signIn.actorOf(sessionId),
    async access(actor: Actor, { kind, id }) {
      if (kind === 'piece') {
        const [standing] = await facts.find({ pieceId: id });
        if (!standing || !policy.readPiece(actor, standing)) return null;
        return { write: policy.writePiece(actor, standing, standing.status) };
      }
      if (kind === 'partner') return partnersAccess(actor, id, clock());
      if (kind === 'shared') return sharedAccess(facts, Piece.sequelize!, actor, { id, now: clock() });
      const review = await Review.findByPk(id);
      const submission = review && (await Submission.findByPk(review.submissionId));
      const piece = submission && (await Piece.findByPk(submission.pieceId));
      const work = piece && (await facts.workOf(piece));
      if (!work || !policy.review(actor, work)) return null;
      return { write: policy.answer(actor, work) && review!.releasedAt === null && submission!.withdrawnAt === null };
    },
    room: (ref) => documentRoom(Piece.sequelize!, ref),
    async nameOf({ personId }) {
      return (await Person.findByPk(personId, { attributes: ['name'], rejectOnEmpty: true })).name;
    },
    async paused({ kind, id }) {
      if (kind === 'shared') await keepSharedPictures(log, id);
      if (kind !== 'piece') return;
      await measuring.measure(id);
      await copies.keep(id);
      await lookAhead(id);
    },
    async written({ kind, id }) {
      if (kind === 'piece' || kind === 'shared') return;
      if (kind === 'partner') {
        await PeerReview.update({ begunAt: new Date(clock()) }, { where: { id, begunAt: { [Op.is]: null } } });
        return;
      }
      await Review.update({ begunAt: new Date(clock()) }, { where: { id, begunAt: { [Op.is]: null } } });
    },
  };
}

/** A partner's marks are drawn by nobody but whoever gives them, until they are given or the time is over. */
async function partnersAccess(actor: Actor, id: string, now: number): Promise<{ write: boolean } | null> {
  const review = await PeerReview.findByPk(id);
  if (!review || !policy.reviewAsPartner(actor, review)) return null;
  const submission = review.submissionId ? await Submission.findByPk(review.submissionId) : null;
  const plan = await partnerPlanOf(review.activityId);
  const inTime = plan !== null && (plan.until === null || now < plan.until);
  return { write: inTime && !review.givenAt && submission !== null && !submission.withdrawnAt };
}
