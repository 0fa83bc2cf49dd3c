import type { Sequelize, Transaction } from 'sequelize';
import type { ExampleView, HelpKind, HelpUsed, StepView } from '@lippet/core/contract/questionHelp';
import { askedOf, firstOf, marksFor, readAnswer, type Question } from '@lippet/core/questions/question';
import { shuffleBy } from '@lippet/core/questions/shuffle';
import type { Compute } from '../../compute/compute';
import { QuestionHelp } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import { schoolOfGroup } from '../classes/schools';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { mayKnow } from './goNow';
import { questionInHand } from './questionInHand';

interface AtStep {
  part: string;
  question: string;
  /** From 1. */
  number: number;
}

/**
 * Help beside a question: small steps, a worked example, and where to look. None of it costs a mark; the teacher sees which
 * was used.
 */
export class QuestionHelpService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly compute: Compute,
  ) {}

  /** A small step, each after the one before it. The same asked again is the same step. */
  step(actor: Actor, pieceId: string, wanted: AtStep): Promise<StepView> {
    return this.sequelize.transaction(async (transaction) => {
      const { standing, question } = await questionInHand(this.world(actor, pieceId), wanted, transaction);
      const step = stepOf(question, wanted.number);
      const begun = await QuestionHelp.count({ where: whereStep(pieceId, wanted, wanted.number - 1), transaction });
      if (wanted.number > 1 && begun === 0) throw new ProblemError('conflict', 'The step before it comes first.');
      await this.note({ pieceId, ...wanted, kind: 'step' }, standing, transaction);
      const { part, question: id, number } = wanted;
      return { part, question: id, number, asked: askedOf(step, shuffleBy(step.id)) };
    });
  }

  /** Answers a small step, as often as one likes. Once right, it stays right. */
  answerStep(
    actor: Actor,
    pieceId: string,
    { answer: value, ...wanted }: AtStep & { answer: object },
  ): Promise<HelpUsed> {
    return this.sequelize.transaction(async (transaction) => {
      const { standing, question, settings } = await questionInHand(this.world(actor, pieceId), wanted, transaction);
      const step = stepOf(question, wanted.number);
      const begun = await QuestionHelp.findOne({ where: whereStep(pieceId, wanted, wanted.number), transaction });
      if (!begun) throw new ProblemError('conflict', 'Ask for this step first.');
      const answer = readAnswer(
        askedOf(step, (list) => [...list]),
        value,
      );
      if (!answer) throw new ProblemError('bad-request', 'That is no answer to this step.');
      const marks = marksFor(step, answer, await schoolOfGroup(standing.groupId, transaction));
      const isRight = marks === null ? null : marks === step.marks;
      await begun.update({ isRight: begun.isRight === true || isRight }, { transaction });
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      const { part, question: id, number } = wanted;
      return { part, question: id, number, kind: 'step', right: mayKnow(settings) ? isRight : null };
    });
  }

  /** The same question with other numbers, worked through: always the same one for the same piece. */
  async example(actor: Actor, pieceId: string, wanted: { part: string; question: string }): Promise<ExampleView> {
    const { question, school } = await this.sequelize.transaction(async (transaction) => {
      const found = await questionInHand(this.world(actor, pieceId), wanted, transaction);
      if (found.question.example.length === 0)
        throw new ProblemError('conflict', 'Nothing is worked through for this question.');
      await this.note({ pieceId, ...wanted, kind: 'example', number: 1 }, found.standing, transaction);
      const { groupId } = found.standing;
      return { question: found.question, school: await schoolOfGroup(groupId, transaction) };
    });
    const worked = question.template
      ? await this.compute.run('variant', { question, school, seed: `${pieceId} ${question.id} example` })
      : question;
    if (!worked) throw new ProblemError('conflict', 'No more numbers were found for this question.');
    return { ...wanted, words: worked.words, lines: worked.example };
  }

  /** Notes that somebody looked where they were led to. */
  look(actor: Actor, pieceId: string, wanted: { part: string; question: string }): Promise<void> {
    return this.sequelize.transaction(async (transaction) => {
      const { standing, question } = await questionInHand(this.world(actor, pieceId), wanted, transaction);
      if (!question.look) throw new ProblemError('conflict', 'There is no place to look at for this question.');
      await this.note({ pieceId, ...wanted, kind: 'look', number: 1 }, standing, transaction);
    });
  }

  private world(actor: Actor, pieceId: string): { facts: PieceFactsService; actor: Actor; pieceId: string } {
    return { facts: this.facts, actor, pieceId };
  }

  private async note(
    { pieceId, part, question, kind, number }: AtStep & { pieceId: string; kind: HelpKind },
    standing: Standing,
    transaction: Transaction,
  ): Promise<void> {
    await QuestionHelp.bulkCreate([{ pieceId, partId: part, questionId: question, kind, number }], {
      ignoreDuplicates: true,
      transaction,
    });
    newsOf(await teachersOf(standing.groupId, transaction), transaction);
  }
}

/** @throws ProblemError `conflict` where there are not so many */
function stepOf(question: Question, number: number): Question {
  const step = firstOf(question).steps[number - 1];
  if (!step) throw new ProblemError('conflict', 'There are no more steps.');
  return step;
}

const whereStep = (pieceId: string, { part, question }: AtStep, number: number) => ({
  pieceId,
  partId: part,
  questionId: question,
  kind: 'step' as const,
  number,
});
