import type { VariantView } from '@lippet/core/contract/tries';
import { MOST_VARIANTS } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { askedOf, type Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { shuffleBy } from '@lippet/core/questions/shuffle';
import type { Compute } from '../../compute/compute';
import { QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { schoolOfGroup } from '../classes/schools';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { goNow, isDone, mayKnow, type AtQuestion } from './goNow';
import { ownPosed, roundNow } from './questionInHand';

/** What was tried before, and by which rules. */
interface TriedBefore {
  settings: QuestionsSettings;
  /** At this question, in this go. */
  before: readonly QuestionTry[];
  school: School;
}

const notNow = (): ProblemError =>
  new ProblemError('conflict', 'One like it comes once there are no more tries for this question.');

/** The same question with other numbers: one after the other, as long as a learner likes, once the question itself is done. */
export class VariantService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly compute: Compute,
  ) {}

  /** The next one that a learner may try. The same one until it was tried. */
  async next(actor: Actor, pieceId: string, wanted: { part: string; question: string }): Promise<VariantView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    const { question, settings } = await ownPosed(standing.activityId, pieceId, wanted);
    if (!policy.writePiece(actor, standing, standing.status)) throw notNow();
    const go = goNow(standing);
    const place = { pieceId, go, round: await roundNow({ pieceId, part: wanted.part, go }), ...wanted };
    const before = await QuestionTry.findAll({
      where: { pieceId, partId: wanted.part, questionId: wanted.question, go, round: place.round },
      order: ['variant', 'number'],
    });
    const school = await schoolOfGroup(standing.groupId);
    const variant = Math.max(0, ...before.map((tried) => tried.variant ?? 0)) + 1;
    const made = await this.open({ ...place, variant }, question, { settings, before, school });
    return { ...wanted, variant, asked: askedOf(made, shuffleBy(`${question.id} ${variant}`)) };
  }

  /**
   * A variant that is to be tried.
   * @throws ProblemError `conflict` where it is not its turn, or there are no more numbers
   */
  async open(
    place: AtQuestion & { variant: number },
    question: Question,
    { settings, before, school }: TriedBefore,
  ): Promise<Question> {
    if (!question.template) throw new ProblemError('conflict', 'There is nothing else like this question.');
    if (!mayKnow(settings) || !isDone(settings, before)) throw notNow();
    const newest = Math.max(0, ...before.map((tried) => tried.variant ?? 0));
    if (place.variant !== newest + 1 || place.variant > MOST_VARIANTS)
      throw new ProblemError('conflict', 'That one was tried already. Ask for another one.');
    return this.make(question, { ...place, questionId: place.question }, school);
  }

  /** The seed is what the try says of itself: nothing else has to be kept to have the very numbers again. */
  async make(
    question: Question,
    { pieceId, go, questionId, variant }: Pick<QuestionTry, 'pieceId' | 'go' | 'questionId' | 'variant'>,
    school: School,
  ): Promise<Question> {
    const made = await this.compute.run('variant', {
      question,
      school,
      seed: `${pieceId} ${questionId} ${go} ${variant}`,
    });
    if (!made) throw new ProblemError('conflict', 'No more numbers were found for this question.');
    return made;
  }
}
