import { QueryTypes, type Sequelize } from 'sequelize';
import { LOOK_BACK, type AnswersView, type LaterAnswers, type LearnersTry } from '@lippet/core/contract/answers';
import { Activity, Group, Person, type QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { toldApart } from '../classes/toldApart';
import { pairsOf, pairsSql } from '../pieces/learnerWork';
import type { PieceCountService } from '../pieces/pieceCounts';
import { questionParts } from './questionParts';
import { statesOf } from './questionStates';
import type { SetTimeService } from './setTimes';

/** Of one group at one activity. */
interface AtGroup {
  activity: string;
  group: string;
}

const tryOf = ({ personId, ...tried }: QuestionTry & { personId: string }): LearnersTry => ({
  id: tried.id,
  person: personId,
  part: tried.partId,
  question: tried.questionId,
  go: tried.go,
  round: tried.round ?? 1,
  variant: tried.variant ?? 0,
  number: tried.number,
  answer: tried.answer,
  marks: tried.share === null ? null : tried.share * tried.outOf,
  outOf: tried.outOf,
  marksBefore: tried.putRightAt && typeof tried.firstShare === 'number' ? tried.firstShare * tried.outOf : null,
  at: tried.at!.getTime(),
  madeAt: tried.madeAt?.getTime() ?? null,
  working: tried.working ?? null,
});

/** What a group answers, as it comes: for those who teach it. */
export class AnswerService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly counts: PieceCountService,
    private readonly times: SetTimeService,
    private readonly clock: () => number = Date.now,
  ) {}

  async ofGroup(actor: Actor, where: AtGroup): Promise<AnswersView> {
    const lookedUp = this.clock();
    if (!policy.review(actor, { groupId: where.group })) throw notFound();
    await this.times.handInAll(where.activity);
    const cells = await this.counts.cellsAsMeasured({ activityId: where.activity, groupIds: [where.group] });
    const [activity, group] = [await Activity.findByPk(where.activity), await Group.findByPk(where.group)];
    if (!activity || !group || cells.length === 0) throw notFound();
    const people = await Person.findAll({
      where: { id: cells.map(({ personId }) => personId) },
      attributes: ['id', 'name', 'badge', 'signInName'],
      order: ['name'],
    });
    const names = toldApart(people);
    const parts = await questionParts(where.activity);
    const ids = `{${people.map(({ id }) => id).join(',')}}`;
    return {
      title: activity.title,
      group: { id: group.id, name: group.name },
      learners: people.map(({ id, badge }) => ({ id, name: names.get(id)!, badge })),
      parts,
      tries: await this.tries(where.activity, ids),
      hints: await this.hints(where.activity, ids),
      help: await this.help(where.activity, ids),
      states: await statesOf(where.group, parts),
      times: await this.times.ofActivity(where.activity, parts),
      at: lookedUp,
    };
  }

  /** What was tried and asked since then, and a little before: for a board that is looked at. */
  async since(actor: Actor, where: AtGroup, since: number): Promise<LaterAnswers> {
    const lookedUp = this.clock();
    const people = await this.learners(actor, where);
    await this.times.handInAll(where.activity);
    const parts = await questionParts(where.activity);
    return {
      tries: await this.tries(where.activity, people, new Date(Math.max(0, since - LOOK_BACK))),
      hints: await this.hints(where.activity, people),
      help: await this.help(where.activity, people),
      states: await statesOf(where.group, parts),
      times: await this.times.ofActivity(where.activity, parts),
      at: lookedUp,
    };
  }

  /** What a whole group tried, for whoever may be shown its spread. */
  async triesOfGroup(where: AtGroup): Promise<LearnersTry[]> {
    return this.tries(where.activity, await this.peopleOf(where));
  }

  /** @throws ProblemError `not-found` for whoever does not teach the group, or where it does not have the activity */
  private async learners(actor: Actor, { activity, group }: AtGroup): Promise<string> {
    if (!policy.review(actor, { groupId: group })) throw notFound();
    return this.peopleOf({ activity, group });
  }

  private async peopleOf({ activity, group }: AtGroup): Promise<string> {
    const rows = await this.sequelize.query<{ person: string }>(
      `SELECT DISTINCT w.person_id AS person FROM (${pairsSql({ activityId: activity, groupIds: [group] })}) w`,
      { replacements: pairsOf({ activityId: activity, groupIds: [group] }), type: QueryTypes.SELECT },
    );
    if (rows.length === 0) throw notFound();
    return `{${rows.map(({ person }) => person).join(',')}}`;
  }

  private async tries(activity: string, people: string, since = new Date(0)): Promise<LearnersTry[]> {
    const rows = await this.sequelize.query<QuestionTry & { personId: string }>(
      `SELECT t.id, p.person_id AS "personId", t.part_id AS "partId", t.question_id AS "questionId", t.go, t.round, t.variant,
         t.number, t.answer, t.share, t.out_of AS "outOf", t.first_share AS "firstShare",
         t.put_right_at AS "putRightAt", t.made_at AS "madeAt", t.working, t.at
       FROM question_tries t JOIN pieces p ON p.id = t.piece_id
       WHERE p.activity_id = :activity AND p.person_id = ANY(:people::uuid[]) AND t.at > :since
       ORDER BY t.at, t.id`,
      { replacements: { activity, people, since }, type: QueryTypes.SELECT },
    );
    return rows.map(tryOf);
  }

  private hints(activity: string, people: string): Promise<AnswersView['hints']> {
    return this.sequelize.query(
      `SELECT p.person_id AS person, h.part_id AS part, h.question_id AS question, count(*)::int AS count
       FROM question_hints h JOIN pieces p ON p.id = h.piece_id
       WHERE p.activity_id = :activity AND p.person_id = ANY(:people::uuid[]) GROUP BY 1, 2, 3`,
      { replacements: { activity, people }, type: QueryTypes.SELECT },
    );
  }

  private help(activity: string, people: string): Promise<AnswersView['help']> {
    return this.sequelize.query(
      `SELECT p.person_id AS person, h.part_id AS part, h.question_id AS question, h.kind, h.number,
         h.is_right AS "right"
       FROM question_help h JOIN pieces p ON p.id = h.piece_id
       WHERE p.activity_id = :activity AND p.person_id = ANY(:people::uuid[]) ORDER BY h.at, h.number`,
      { replacements: { activity, people }, type: QueryTypes.SELECT },
    );
  }
}
