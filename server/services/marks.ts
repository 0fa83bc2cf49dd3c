import type { MarksView } from '@lippet/core/contract/marks';
import { markView } from '@lippet/core/review/rubric';
import { Group, Person, Review } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound } from '../problems/problem';
import type { PieceFactsService } from './pieceFacts';

/** The table of a group's marks: the states of every list, and what was said of each latest go. */
export class MarksService {
  constructor(private readonly facts: PieceFactsService) {}

  async view(actor: Actor, groupId: string): Promise<MarksView> {
    const group = await Group.findByPk(groupId);
    if (!group || !policy.seeClass(actor, groupId)) throw notFound();
    const standings = await this.facts.find({ groupIds: [groupId] });
    const people = await Person.findAll({
      where: { id: [...new Set(standings.map(({ personId }) => personId))] },
      attributes: ['id', 'name', 'badge'],
      order: ['name'],
    });
    const goes = standings.flatMap(({ latestGo, facts }) => (latestGo && facts.latest?.released ? [latestGo.id] : []));
    const reviews = await Review.findAll({
      where: { submissionId: goes },
      attributes: ['submissionId', 'marked', 'releasedAt'],
    });
    const marked = new Map(
      reviews
        .filter(({ releasedAt }) => releasedAt)
        .map(({ submissionId, marked: said }) => [submissionId, said ? markView(said) : null]),
    );
    const activities = new Map(
      standings.map(({ activityId, title, subject, facts }) => [
        activityId,
        { id: activityId, title, subject, due: facts.due },
      ]),
    );
    return {
      group: { id: group.id, name: group.name },
      learners: people.map(({ id, name, badge }) => ({ id, name, badge })),
      activities: [...activities.values()].sort(
        (a, b) =>
          (a.due ?? Number.MAX_SAFE_INTEGER) - (b.due ?? Number.MAX_SAFE_INTEGER) || a.title.localeCompare(b.title),
      ),
      cells: standings.map(({ personId, activityId, standing, facts, latestGo }) => ({
        person: personId,
        activity: activityId,
        state: standing.state,
        late: standing.late,
        overdue: standing.overdue,
        sentAt: latestGo?.sentAt ?? null,
        due: facts.due,
        mark: (latestGo && marked.get(latestGo.id)) ?? null,
      })),
    };
  }
}
