import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { CrewView, OwnCrewView } from '@lippet/core/contract/crews';
import { Crew, CrewMember, Membership } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { PieceCountService } from '../pieces/pieceCounts';
import { tellPeople } from '../news/updates';

/** Of one group at one activity. */
interface AtGroup {
  activity: string;
  group: string;
}

/** Learners of a group who are helped together. A learner sees their own crew, and no other. */
export class CrewService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly counts: PieceCountService,
    private readonly clock: () => number = Date.now,
  ) {}

  async list(actor: Actor, place: AtGroup): Promise<CrewView[]> {
    await this.insistOn(actor, place);
    return this.crewsOf(place);
  }

  /**
   * Keeps the crews of a group as they are given. Whoever comes into a crew, or whose crew is told something new, is told.
   * @throws ProblemError `bad-request` where somebody is in two, or not of the group
   */
  async keep(actor: Actor, place: AtGroup, crews: readonly CrewView[]): Promise<CrewView[]> {
    await this.insistOn(actor, place);
    await this.sequelize.transaction(async (transaction) => {
      await insistOnLearners(place, crews, transaction);
      await this.sequelize.query('SELECT id FROM groups WHERE id = :id FOR UPDATE', {
        replacements: { id: place.group },
        transaction,
      });
      const before = await this.crewsOf(place, transaction);
      await insistOnOwnIds(place, crews, transaction);
      await Crew.destroy({ where: { activityId: place.activity, groupId: place.group }, transaction });
      await Crew.bulkCreate(
        crews.map(({ id, name, note, meetsAt, link }, position) => ({
          id,
          activityId: place.activity,
          groupId: place.group,
          name,
          note,
          meetsAt: meetsAt === null ? null : new Date(meetsAt),
          link: link || null,
          position,
        })),
        { transaction },
      );
      await CrewMember.bulkCreate(
        crews.flatMap(({ id, learners }) => learners.map((personId) => ({ crewId: id, personId }))),
        { transaction },
      );
      for (const crew of crews) {
        const people = newsFor(crew, before);
        await tellPeople(
          people,
          { kind: 'notice', words: `You are in the crew ${crew.name}.`, path: '/our-class' },
          transaction,
        );
      }
    });
    return this.crewsOf(place);
  }

  /** Crews that somebody is in. */
  async own(actor: Actor): Promise<OwnCrewView[]> {
    const rows = await this.sequelize.query<{
      id: string;
      name: string;
      note: string;
      meets_at: Date | null;
      link: string | null;
      activity_id: string;
      title: string;
      others: string[];
      work: { id: string; title: string }[];
    }>(
      `SELECT c.id, c.name, c.note, c.meets_at, c.link, c.activity_id, a.title,
         ARRAY(SELECT n.name FROM crew_members o JOIN people n ON n.id = o.person_id
               WHERE o.crew_id = c.id AND o.person_id <> :person ORDER BY n.name) AS others,
         (SELECT coalesce(json_agg(json_build_object('id', w.id, 'title', w.title) ORDER BY w.title), '[]')
          FROM assignments g JOIN activities w ON w.id = g.activity_id AND w.state = 'set'
          WHERE c.id = ANY(g.crew_ids) AND coalesce(g.opens, '-infinity') <= :now) AS work
       FROM crew_members m JOIN crews c ON c.id = m.crew_id JOIN activities a ON a.id = c.activity_id
       WHERE m.person_id = :person AND c.group_id = ANY(:groups::uuid[]) ORDER BY c.meets_at NULLS LAST, a.title, c.name`,
      {
        replacements: {
          person: actor.personId,
          now: new Date(this.clock()),
          groups: `{${[...actor.learnsIn].join(',')}}`,
        },
        type: QueryTypes.SELECT,
      },
    );
    return rows.map(({ id, name, note, meets_at: meetsAt, link, activity_id: activityId, title, others, work }) => ({
      id,
      name,
      note,
      meetsAt: meetsAt === null ? null : meetsAt.getTime(),
      link,
      activity: { id: activityId, title },
      with: others,
      work,
    }));
  }

  /** @throws ProblemError `not-found` for whoever does not teach the group, or where it does not have the activity */
  private async insistOn(actor: Actor, { activity, group }: AtGroup): Promise<void> {
    if (!policy.review(actor, { groupId: group })) throw notFound();
    const cells = await this.counts.cellsAsMeasured({ activityId: activity, groupIds: [group] });
    if (cells.length === 0) throw notFound();
  }

  private async crewsOf({ activity, group }: AtGroup, transaction?: Transaction): Promise<CrewView[]> {
    const crews = await Crew.findAll({
      where: { activityId: activity, groupId: group },
      order: ['position'],
      transaction,
    });
    const members = await CrewMember.findAll({ where: { crewId: crews.map(({ id }) => id) }, transaction });
    return crews.map(({ id, name, note, meetsAt, link }) => ({
      id,
      name,
      note: note ?? '',
      meetsAt: meetsAt ? meetsAt.getTime() : null,
      link: link ?? null,
      learners: members.filter(({ crewId }) => crewId === id).map(({ personId }) => personId),
    }));
  }
}

/** An id is made by a device, so it may be somebody else's. */
async function insistOnOwnIds(
  { activity, group }: AtGroup,
  crews: readonly CrewView[],
  transaction: Transaction,
): Promise<void> {
  const ids = crews.map(({ id }) => id);
  if (new Set(ids).size !== ids.length) throw new ProblemError('bad-request', 'Two crews have the same id.');
  const taken = await Crew.findAll({ where: { id: ids }, transaction });
  if (taken.some(({ activityId, groupId }) => activityId !== activity || groupId !== group))
    throw new ProblemError('conflict', 'There is another crew with that id.');
}

async function insistOnLearners(
  { group }: AtGroup,
  crews: readonly CrewView[],
  transaction: Transaction,
): Promise<void> {
  const named = crews.flatMap(({ learners }) => learners);
  if (new Set(named).size !== named.length) throw new ProblemError('bad-request', 'Nobody can be in two crews.');
  const members = await Membership.count({
    where: { groupId: group, personId: named, role: 'learner', leftAt: null },
    transaction,
  });
  if (members !== named.length) throw new ProblemError('bad-request', 'Somebody in a crew is not of this group.');
}

/** Who has to be told of a crew: all of it where it says something new, and else those who came into it. */
function newsFor(crew: CrewView, before: readonly CrewView[]): string[] {
  const known = before.find(({ id }) => id === crew.id);
  const told = (one: CrewView): string => JSON.stringify([one.name, one.note, one.meetsAt, one.link]);
  if (!known || told(known) !== told(crew)) return crew.learners;
  return crew.learners.filter((learner) => !known.learners.includes(learner));
}
