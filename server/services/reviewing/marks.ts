import type { Sequelize } from 'sequelize';
import type { MarksView } from '@lippet/core/contract/marks';
import { markView } from '@lippet/core/review/rubric';
import { Group, Person } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import type { PieceCountService } from '../pieces/pieceCounts';
import { firstMarks } from '../questions/firstMarks';
import { toldApart } from '../classes/toldApart';

/** The table of a group's marks: the states of every list, and what was said of each latest go. */
export class MarksService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly counts: PieceCountService,
  ) {}

  async view(actor: Actor, groupId: string): Promise<MarksView> {
    const group = await Group.findByPk(groupId);
    if (!group || !policy.seeClass(actor, groupId)) throw notFound();
    const cells = await this.counts.cells({ groupIds: [groupId] });
    const people = await Person.findAll({
      where: { id: [...new Set(cells.map(({ personId }) => personId))] },
      attributes: ['id', 'name', 'badge', 'signInName'],
      order: ['name'],
    });
    const names = toldApart(people);
    const first = await firstMarks(
      this.sequelize,
      cells.flatMap(({ activityId, personId, latest }) =>
        latest ? [{ activityId, personId, number: latest.number }] : [],
      ),
    );
    const activities = new Map(
      cells.map(({ activityId, title, subject, due }) => [activityId, { id: activityId, title, subject, due }]),
    );
    return {
      group: { id: group.id, name: group.name },
      learners: people.map(({ id, badge }) => ({ id, name: names.get(id)!, badge })),
      activities: [...activities.values()].sort(
        (a, b) =>
          (a.due ?? Number.MAX_SAFE_INTEGER) - (b.due ?? Number.MAX_SAFE_INTEGER) || a.title.localeCompare(b.title),
      ),
      cells: cells.map(({ personId, activityId, status, sentAt, due, marked }) => ({
        person: personId,
        activity: activityId,
        state: status.state,
        late: status.late,
        overdue: status.overdue,
        sentAt,
        due,
        mark: marked && markView(marked),
        first: first.get(`${activityId} ${personId}`) ?? null,
      })),
    };
  }
}
