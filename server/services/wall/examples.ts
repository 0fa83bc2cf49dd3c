import { QueryTypes, type Sequelize } from 'sequelize';
import type { ExampleState } from '@lippet/core/contract/wall';
import { Hanging } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { tellPerson } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { openAmong } from './exampleAccess';
import { findHanging, isLet } from './findHanging';
import { wallPath } from './wallPath';

interface Place {
  activityId: string;
  groupId: string;
}

/** What an activity has been copied from, or itself: classes that do any of these do the same. */
const kin = (activity: string): string => `coalesce(${activity}.copied_from, ${activity}.id)`;

/** What hangs, was not taken back, and may be seen by classes that come later (as `h`, of the activity `a`). */
const EXAMPLES = `
  hangings h JOIN activities a ON a.id = h.activity_id
  JOIN submissions s ON s.id = h.submission_id AND s.withdrawn_at IS NULL
    AND h.example IN ('named', 'nameless') AND h.let_at IS NOT NULL AND h.held_at IS NULL`;

/** Work that stays for the next class: a teacher asks for it, its learner says yes, and either takes it back at any time. */
export class ExampleService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /**
   * A teacher asks for work that hangs, or does without it; its learner says yes, with their name or without, or no.
   * @throws ProblemError `conflict` where nobody has asked, or where it does not hang
   */
  async set(actor: Actor, id: string, example: ExampleState): Promise<void> {
    const hanging = await findHanging(id);
    const asks = example === 'asked';
    const may = asks ? policy.leadWall(actor, hanging) : policy.answerForExample(actor, hanging, example);
    if (!may) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      const now = await Hanging.findByPk(id, { lock: transaction.LOCK.UPDATE, transaction });
      // Taken down in between.
      if (!now) throw notFound();
      if (asks && !isLet(now)) throw new ProblemError('conflict', 'Let it hang first.');
      const isAsked = Boolean(now.example);
      // Asked again, what its learner has said stands.
      if (asks && isAsked) return;
      if (!asks && example !== 'none' && !isAsked)
        throw new ProblemError('conflict', 'Your teacher does not ask for this any more.');
      await Hanging.update({ example: example === 'none' ? null : example }, { where: { id }, transaction });
      if (!asks) return;
      const words = `May classes that come later see this? ${hanging.title || 'Your work on the wall'}`;
      const path = wallPath(hanging.activityId, hanging.groupId);
      await tellPerson(hanging.personId, { kind: 'wall', words, path, key: `example:${id}` }, transaction);
    });
  }

  /** How much of a wall classes that come later may see. */
  async left({ activityId, groupId }: Place): Promise<number> {
    const [row] = await this.sequelize.query<{ count: string }>(
      `SELECT count(*) FROM ${EXAMPLES} WHERE h.activity_id = :activityId AND h.group_id = :groupId`,
      { replacements: { activityId, groupId }, type: QueryTypes.SELECT },
    );
    return Number(row?.count ?? 0);
  }

  /** Examples of other classes for an activity as a group's, for those who may see that activity. Oldest first. */
  async of(actor: Actor, { activityId, groupId }: Place): Promise<Hanging[]> {
    if (!(await openAmong(this.facts, actor, [activityId])).has(activityId)) return [];
    const rows = await this.sequelize.query<{ id: string }>(
      `SELECT h.id FROM ${EXAMPLES} JOIN activities here ON here.id = :activityId
       WHERE ${kin('a')} = ${kin('here')} AND (h.activity_id, h.group_id) <> (:activityId, :groupId)`,
      { replacements: { activityId, groupId }, type: QueryTypes.SELECT },
    );
    return Hanging.findAll({
      where: { id: rows.map(({ id }) => id) },
      order: [
        ['hungAt', 'ASC'],
        ['id', 'ASC'],
      ],
    });
  }

  /** Activities of a group for which there are examples of other classes, and how many, for those who may see them. */
  async counts(actor: Actor, groupId: string): Promise<Map<string, { title: string; examples: number }>> {
    const rows = await this.sequelize.query<{ id: string; title: string; examples: string }>(
      `SELECT here.id, here.title, count(*) AS examples FROM ${EXAMPLES}
       JOIN activities here ON ${kin('a')} = ${kin('here')} AND here.state <> 'draft'
       JOIN assignments g ON g.activity_id = here.id AND g.group_id = :groupId
       WHERE (h.activity_id, h.group_id) <> (here.id, :groupId) GROUP BY here.id, here.title`,
      { replacements: { groupId }, type: QueryTypes.SELECT },
    );
    const open = await openAmong(
      this.facts,
      actor,
      rows.map(({ id }) => id),
    );
    return new Map(
      rows
        .filter(({ id }) => open.has(id))
        .map(({ id, title, examples }) => [id, { title, examples: Number(examples) }]),
    );
  }
}
