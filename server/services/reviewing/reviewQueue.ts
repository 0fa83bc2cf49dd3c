import { Op, type Sequelize } from 'sequelize';
import { NO_MARKING } from '@lippet/core/review/rubric';
import { isToDo } from '@lippet/core/schedule/nowList';
import { schoolDay } from '@lippet/core/schedule/schoolTime';
import { PIECE_STATES, type PieceState } from '@lippet/core/piece/pieceState';
import type { ClassView } from '@lippet/core/contract/classes';
import type { QueuedPiece, ReviewActivity, ReviewQueueView, WaitingPiece } from '@lippet/core/contract/reviewing';
import {
  Activity,
  Assignment,
  Group,
  Membership,
  Person,
  Review,
  School,
  Submission,
  Update,
} from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { activityParts, materialView, taskOf } from '../pieces/activityParts';
import { countStates, type CountRow, type PieceCountService } from '../pieces/pieceCounts';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { firstSent } from './goes';
import { toldApart } from '../classes/toldApart';
import { tellPeople } from '../news/updates';

/** Not sent yet; what is asked for once more is not late. */
const UNSENT: ReadonlySet<PieceState> = new Set(['new', 'started', 'ready']);

const reminderKey = (activityId: string): string => `remind:${activityId}:`;

/** Whether pieces wait for somebody to answer them. */
const waitsFor = (actor: Actor, row: CountRow): boolean => row.state === 'with-teacher' && policy.answer(actor, row);

/** Of times, some of which there are not; null if there is none. */
function earliest(times: readonly (number | null)[]): number | null {
  const known = times.filter((time) => time !== null);
  return known.length > 0 ? Math.min(...known) : null;
}

/** What waits for a teacher: by activity, piece by piece, on the line, and by learner. */
export class ReviewQueueService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly counts: PieceCountService,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Every activity of the teacher's groups with its counts; what has waited longest comes first. */
  async toReview(actor: Actor): Promise<ReviewActivity[]> {
    if (actor.teaches.size === 0) return [];
    const rows = await this.counts.count({ groupIds: [...actor.teaches] }, 'activity');
    const groups = await Group.findAll({ where: { id: [...actor.teaches] } });
    const byActivity = new Map<string, CountRow[]>();
    for (const row of rows) {
      const before = byActivity.get(row.activityId);
      if (before) before.push(row);
      else byActivity.set(row.activityId, [row]);
    }
    const list = [...byActivity.entries()].map(([activityId, all]): ReviewActivity => {
      const { title, subject } = all[0]!;
      return {
        activityId,
        title,
        subject,
        group: groups
          .filter(({ id }) => all.some(({ groupId }) => groupId === id))
          .map(({ name }) => name)
          .join(', '),
        due: earliest(all.map(({ due }) => due)),
        counts: countStates(all),
        oldestWaiting: earliest(all.filter((row) => waitsFor(actor, row)).map(({ oldest }) => oldest)),
      };
    });
    return list.sort(
      (a, b) => (a.oldestWaiting ?? Infinity) - (b.oldestWaiting ?? Infinity) || a.title.localeCompare(b.title),
    );
  }

  /** Every piece that waits for an answer, oldest first. */
  async waiting(actor: Actor): Promise<WaitingPiece[]> {
    if (actor.teaches.size === 0) return [];
    const standings = (await this.facts.find({ groupIds: [...actor.teaches], waiting: true })).filter((standing) =>
      policy.answer(actor, standing),
    );
    const people = await Person.findAll({
      where: { id: standings.map(({ personId }) => personId) },
      attributes: ['id', 'name', 'badge', 'signInName'],
    });
    const names = toldApart(people);
    return standings
      .map(({ activityId, title, personId, latestGo, facts, status }): WaitingPiece => {
        const { badge } = people.find(({ id }) => id === personId)!;
        const { id, number, sentAt } = latestGo!;
        return {
          activityId,
          title,
          personId,
          name: names.get(personId)!,
          badge,
          go: { id, number, sentAt },
          due: facts.due,
          late: status.late,
        };
      })
      .sort((a, b) => a.go.sentAt - b.go.sentAt || a.personId.localeCompare(b.personId));
  }

  /** The hung-up pieces of one activity: what waits first, oldest first, then the others by name. */
  async line(actor: Actor, activityId: string): Promise<ReviewQueueView> {
    const activity = await Activity.findByPk(activityId);
    const assigned = activity ? await Assignment.findAll({ where: { activityId } }) : [];
    const taught = assigned.map(({ groupId }) => groupId).filter((groupId) => policy.review(actor, { groupId }));
    if (!activity || taught.length === 0) throw notFound();
    const [standings, groups, { parts, pages }] = await Promise.all([
      this.facts.find({ activityId, groupIds: taught }),
      Group.findAll({ where: { id: taught }, order: ['name'] }),
      activityParts(activityId),
    ]);
    const people = await Person.findAll({ where: { id: standings.map(({ personId }) => personId) } });
    const names = toldApart(people);
    const reminded = await this.reminded(activityId);
    const sent = await Submission.findAll({
      where: { id: standings.flatMap(({ latestGo }) => latestGo?.id ?? []) },
      attributes: ['id', 'manifest'],
    });
    const first = await firstSent(standings.flatMap(({ pieceId }) => pieceId ?? []));
    const begun = await Review.findAll({
      where: { submissionId: standings.flatMap(({ latestGo }) => latestGo?.id ?? []) },
      attributes: ['id', 'submissionId', 'held'],
    });
    const reviews = new Map(begun.map((review) => [review.submissionId, review]));
    const line = standings.map((standing): QueuedPiece => {
      const person = people.find(({ id }) => id === standing.personId)!;
      return {
        personId: person.id,
        name: names.get(person.id)!,
        badge: person.badge,
        pieceId: standing.pieceId,
        status: standing.status,
        completeness: standing.completeness,
        go: standing.latestGo,
        pictureVersion: standing.pictureVersion,
        firstSentAt: (standing.latestGo && first.get(`${standing.pieceId} ${standing.latestGo.number}`)) ?? null,
        reviewId: (standing.latestGo && reviews.get(standing.latestGo.id)?.id) ?? null,
        held: (standing.latestGo && reviews.get(standing.latestGo.id)?.held) ?? null,
        remindedAt: reminded.get(person.id) ?? null,
        checks: sent.find(({ id }) => id === standing.latestGo?.id)?.manifest.checks ?? [],
      };
    });
    const waits = (piece: QueuedPiece): boolean => piece.status.state === 'with-teacher';
    line.sort(
      (a, b) =>
        Number(waits(b)) - Number(waits(a)) ||
        (waits(a) ? a.go!.sentAt - b.go!.sentAt : 0) ||
        PIECE_STATES.indexOf(b.status.state) - PIECE_STATES.indexOf(a.status.state) ||
        a.name.localeCompare(b.name),
    );
    return {
      activityId,
      title: activity.title,
      group: groups.map(({ name }) => name).join(', '),
      task: taskOf(activity),
      materials: (activity.materials ?? []).map(materialView),
      parts,
      pages,
      rubric: activity.rubric ?? [],
      marking: activity.marking ?? NO_MARKING,
      partners: Boolean(activity.partners),
      line,
    };
  }

  /** When each learner was last reminded of an activity. */
  private async reminded(activityId: string): Promise<Map<string, number>> {
    const rows = await Update.findAll({
      where: { key: { [Op.like]: `${reminderKey(activityId)}%` } },
      attributes: ['personId', 'at'],
      order: [['at', 'ASC']],
    });
    return new Map(rows.map(({ personId, at }) => [personId, at!.getTime()]));
  }

  /**
   * Reminds learners of what they have not sent, begun or not: one, or all. Each at most once a day of the
   * school.
   *
   * @returns how many were told
   */
  async remind(actor: Actor, activityId: string, personId: string | null): Promise<{ told: number }> {
    const { line } = await this.line(actor, activityId);
    const concerned = line.filter(
      (piece) => isToDo(piece.status) && (personId === null || piece.personId === personId),
    );
    if (personId !== null && concerned.length === 0)
      throw new ProblemError('conflict', 'There is nothing to be reminded of: it is sent, finished or closed.');
    const teacher = await Person.findByPk(actor.personId, { rejectOnEmpty: true });
    const { zone } = await School.findByPk(teacher.schoolId, { rejectOnEmpty: true });
    const { title } = await Activity.findByPk(activityId, { rejectOnEmpty: true });
    const path = `/activity/${activityId}`;
    const key = `${reminderKey(activityId)}${schoolDay(this.clock(), zone)}`;
    const isReady = ({ status }: QueuedPiece): boolean => status.state === 'ready';
    const peopleOf = (pieces: readonly QueuedPiece[]): string[] => pieces.map((piece) => piece.personId);
    return this.sequelize.transaction(async (transaction) => {
      const done = `${teacher.name} waits for it: ${title} is all done, and not sent yet`;
      const undone = `${teacher.name} reminds you of ${title}`;
      const [ready, others] = [concerned.filter(isReady), concerned.filter((piece) => !isReady(piece))];
      const told =
        (await tellPeople(peopleOf(ready), { kind: 'unsent', words: done, path, key }, transaction)) +
        (await tellPeople(peopleOf(others), { kind: 'unsent', words: undone, path, key }, transaction));
      return { told };
    });
  }

  /** The teacher's groups with their learners, codes and counts. */
  async classes(actor: Actor): Promise<ClassView[]> {
    const groupIds = [...actor.teaches].filter((id) => policy.seeClass(actor, id));
    const groups = await Group.findAll({ where: { id: groupIds, joinsId: null }, order: ['name'] });
    const counts = groupIds.length > 0 ? await this.counts.count({ groupIds }, 'person') : [];
    return Promise.all(
      groups.map(async ({ id, name, code }): Promise<ClassView> => {
        const members = await Membership.findAll({ where: { groupId: id, role: 'learner', leftAt: null } });
        const people = await Person.findAll({ where: { id: members.map((m) => m.personId) }, order: ['name'] });
        const names = toldApart(people);
        return {
          id,
          name,
          code,
          learners: people.map((person) => {
            const theirs = counts.filter((row) => row.groupId === id && row.personId === person.id);
            return {
              id: person.id,
              name: names.get(person.id)!,
              badge: person.badge,
              counts: countStates(theirs),
              late: theirs.reduce((late, { state, pastDue }) => late + (UNSENT.has(state) ? pastDue : 0), 0),
            };
          }),
        };
      }),
    );
  }
}
