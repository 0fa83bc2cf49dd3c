import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { JoiningView } from '@lippet/core/contract/class';
import { CLASS_LIMIT } from '@lippet/core/contract/groups';
import type { KeyPicture } from '@lippet/core/contract/pictureKey';
import { Activity, Assignment, Group, Membership, Person, Piece, Session } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { BADGES, newGroupCode } from '../classes/groups';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { hashSecret, pictureSecret } from '../access/secrets';
import type { SignedIn, SignInService } from '../access/signIn';
import { ADDRESS_RULE } from '../access/signInThrottle';
import { Tries, type Origin } from '../access/tries';

/** How many may join from one address within the time of the rule: a class behind one, not a script. */
const JOIN_RULE = { ...ADDRESS_RULE, free: 60 };

/**
 * One activity that others may join by its code and a name of their own. Those who do are a group of their own that has
 * this one activity, so that every list, permission and sign-in is that of any other learner.
 */
export class JoiningService {
  private readonly tries: Tries;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly signIn: SignInService,
    private readonly clock: () => number = Date.now,
  ) {
    this.tries = new Tries(sequelize, clock);
  }

  private async own(actor: Actor, activityId: string, transaction?: Transaction): Promise<Activity> {
    const activity = await Activity.findByPk(activityId, {
      transaction,
      ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}),
    });
    const assigned = activity ? await Assignment.findAll({ where: { activityId }, transaction }) : [];
    if (
      !activity ||
      !policy.leadJoining(actor, { teacherId: activity.teacherId, groups: assigned.map(({ groupId }) => groupId) })
    )
      throw notFound();
    return activity;
  }

  async view(actor: Actor, activityId: string): Promise<JoiningView> {
    await this.own(actor, activityId);
    const group = await Group.findOne({ where: { joinsId: activityId } });
    const standings = group ? await this.facts.find({ activityId, groupIds: [group.id] }) : [];
    const people = await Person.findAll({ where: { id: standings.map(({ personId }) => personId) }, order: ['name'] });
    const learners = await this.sequelize.query<JoiningView['learners'][number]>(
      `SELECT p.id, p.name, p.badge, g.name AS group FROM people p JOIN memberships m ON m.person_id = p.id
        AND m.role = 'learner' AND m.left_at IS NULL
       JOIN groups g ON g.id = m.group_id AND g.joins_id IS NULL WHERE g.id = ANY(:groups::uuid[])
         ORDER BY p.name, g.name`,
      { replacements: { groups: `{${[...actor.teaches].join(',')}}` }, type: QueryTypes.SELECT },
    );
    const known = new Set(learners.map(({ id }) => id));
    return {
      code: group?.joinsOpen ? group.code : null,
      learners,
      guests: people
        .filter(({ id }) => !known.has(id))
        .map(({ id, name, badge }) => ({
          id,
          name,
          badge,
          state: standings.find(({ personId }) => personId === id)!.status.state,
        })),
    };
  }

  /**
   * Lets others join, by a new code, or lets nobody join any more; whoever has joined goes on. Asked twice, it stays as
   * it is.
   */
  async open(actor: Actor, activityId: string, open: boolean): Promise<JoiningView> {
    await this.sequelize.transaction(async (transaction) => {
      const activity = await this.own(actor, activityId, transaction);
      if (open && activity.state !== 'set')
        throw new ProblemError('conflict', 'Give the activity out first; then others can join it.');
      const group = await Group.findOne({ where: { joinsId: activityId }, transaction });
      if (group) {
        if (group.joinsOpen !== open)
          await group.update({ joinsOpen: open, ...(open ? { code: newGroupCode() } : {}) }, { transaction });
        return;
      }
      if (!open) return;
      const { schoolId } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      const groupId = randomUUID();
      await Group.create(
        {
          id: groupId,
          schoolId,
          name: `${activity.title}: by code`,
          code: newGroupCode(),
          joinsId: activityId,
          joinsOpen: true,
        },
        { transaction },
      );
      const classes = (await Assignment.findAll({ where: { activityId }, transaction })).map(
        (assignment) => assignment.groupId,
      );
      const teachers = await Membership.findAll({
        where: { groupId: classes, role: 'teacher', leftAt: null },
        transaction,
      });
      for (const personId of new Set([actor.personId, ...teachers.map((teacher) => teacher.personId)]))
        await Membership.create({ personId, groupId, role: 'teacher' }, { transaction });
      await Assignment.create({ activityId, groupId, opens: null, due: null, closes: null }, { transaction });
    });
    return this.view(actor, activityId);
  }

  /**
   * Joins with a name and three pictures, by which one comes back, and signs in.
   *
   * @param code the code that the device remembers
   * @throws ProblemError `not-found`, `conflict` for a name that is there already, `wait`
   */
  async join(
    code: string | undefined,
    name: string,
    pictures: readonly KeyPicture[],
    { address }: Origin,
  ): Promise<SignedIn> {
    // Counted apart from wrong tries to sign in: a class that joins from one address must not be made to wait there.
    const from = `join ${address}`;
    await this.tries.begin('join', { address: from, device: from }, [[{ address: from }, JOIN_RULE]]);
    const personId = randomUUID();
    const secretHash = await hashSecret('picture', pictureSecret(pictures));
    await this.sequelize.transaction(async (transaction) => {
      const group = code
        ? await Group.findOne({
            where: { code, joinsOpen: true, joinsId: { [Op.not]: null } },
            lock: transaction.LOCK.UPDATE,
            transaction,
          })
        : null;
      if (!group)
        throw new ProblemError('not-found', 'Nobody can join with this code any more. Ask the teacher for a new one.');
      const members = await Membership.findAll({ where: { groupId: group.id, role: 'learner' }, transaction });
      if (members.length >= CLASS_LIMIT)
        throw new ProblemError('conflict', `${CLASS_LIMIT} have joined already; no more fit in here.`);
      const same = await Person.count({
        where: { id: members.map((member) => member.personId), name: { [Op.iLike]: name.replace(/[\\%_]/g, '\\$&') } },
        transaction,
      });
      if (same > 0)
        throw new ProblemError(
          'conflict',
          `Somebody called ${name} is here already. If that is you, go back and tap your name. If not, add a letter of your other name.`,
        );
      await Person.create(
        {
          id: personId,
          schoolId: group.schoolId,
          role: 'learner',
          name,
          signInName: `joined-${personId}`,
          secretKind: 'picture',
          secretHash,
          badge: BADGES[members.length % BADGES.length]!,
        },
        { transaction },
      );
      await Membership.create(
        { personId, groupId: group.id, role: 'learner', joinedAt: new Date(this.clock()) },
        { transaction },
      );
    });
    return this.signIn.openSession(personId, false);
  }

  /**
   * Says who a guest is: all that they made becomes that learner's, and the guest is gone.
   *
   * @returns the sessions that ended
   * @throws ProblemError `conflict` where the learner has work of their own on it; nothing is moved then
   */
  async match(actor: Actor, activityId: string, guestId: string, personId: string): Promise<string[]> {
    return this.sequelize.transaction(async (transaction) => {
      await this.own(actor, activityId, transaction);
      const group = await Group.findOne({ where: { joinsId: activityId }, transaction });
      const guest =
        group &&
        (await Membership.findOne({
          where: { groupId: group.id, personId: guestId, role: 'learner', leftAt: null },
          lock: transaction.LOCK.UPDATE,
          transaction,
        }));
      const classes = await Group.findAll({ where: { id: [...actor.teaches], joinsId: null }, transaction });
      const member = await Membership.findOne({
        where: { groupId: classes.map(({ id }) => id), personId, role: 'learner', leftAt: null },
        transaction,
      });
      if (
        !guest ||
        !member ||
        (await Membership.count({ where: { groupId: classes.map(({ id }) => id), personId: guestId }, transaction })) >
          0
      )
        throw notFound();
      const { name } = await Person.findByPk(personId, { transaction, rejectOnEmpty: true });
      if (await Piece.findOne({ where: { activityId, personId }, transaction })) throw hasOwn(name);
      const move = (sql: string) =>
        this.sequelize.query(sql, { replacements: { activityId, guestId, personId }, transaction });
      await move('UPDATE media SET owner_id = :personId WHERE owner_id = :guestId');
      await move('UPDATE uploads SET owner_id = :personId WHERE owner_id = :guestId');
      await move('UPDATE threads SET asker_id = :personId WHERE asker_id = :guestId');
      await move('UPDATE messages SET author_id = :personId WHERE author_id = :guestId');
      await move('UPDATE notices SET author_id = :personId WHERE author_id = :guestId');
      await move('UPDATE updates SET person_id = :personId WHERE person_id = :guestId AND key IS NULL');
      try {
        await move('UPDATE pieces SET person_id = :personId WHERE person_id = :guestId AND activity_id = :activityId');
      } catch (error) {
        // They have begun it just now.
        if (error instanceof UniqueConstraintError) throw hasOwn(name);
        throw error;
      }
      // Where none of the learner's own groups has this activity, they keep it as one of those who joined.
      const assigned = (await Assignment.findAll({ where: { activityId }, transaction })).map(
        (assignment) => assignment.groupId,
      );
      if (
        (await Membership.count({
          where: { groupId: assigned, personId, role: 'learner', leftAt: null },
          transaction,
        })) === 0
      ) {
        await Membership.create(
          { personId, groupId: group.id, role: 'learner', joinedAt: new Date(this.clock()) },
          { transaction },
        );
      }
      await guest.destroy({ transaction });
      const sessions = await Session.findAll({ where: { personId: guestId }, attributes: ['id'], transaction });
      await Session.destroy({ where: { personId: guestId }, transaction });
      return sessions.map(({ id }) => id);
    });
  }
}

const hasOwn = (name: string): ProblemError =>
  new ProblemError('conflict', `${name} has work of their own on this already, so nothing was moved.`);
