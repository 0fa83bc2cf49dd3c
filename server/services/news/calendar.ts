import { ICalCalendar, ICalCalendarMethod } from 'ical-generator';
import type { CalendarView } from '@lippet/core/contract/pieces';
import { isToDo } from '@lippet/core/schedule/nowList';
import { FamilyCard, FamilyTie, Membership, Person, School } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { hashToken, newToken } from '../access/secrets';

const FILE = /^([\w-]{20,100})\.ics$/;
/** How long a date stands in a calendar, in minutes, where nobody said how long the work takes. */
const SHORT = 15;

/**
 * A learner's dates for calendar programs (iCalendar, RFC 5545), under an address that only they know and can make
 * anew.
 */
export class CalendarService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Makes an address; the one before leads nowhere from then on. It is shown this once. */
  async renew(actor: Actor): Promise<CalendarView> {
    if (!policy.keepCalendar(actor))
      throw new ProblemError('forbidden', 'Only learners, and those at home, have a calendar of work.');
    const key = newToken();
    await Person.update({ calendarHash: hashToken(key) }, { where: { id: actor.personId } });
    return { address: `/api/calendar/${key}.ics` };
  }

  async end(actor: Actor): Promise<void> {
    await Person.update({ calendarHash: null }, { where: { id: actor.personId } });
  }

  /**
   * The calendar under an address: what is to do, each at the time that it is due, and what is put on a day.
   * @throws ProblemError `not-found`
   */
  async file(name: string): Promise<string> {
    const key = FILE.exec(name)?.[1];
    const person = key ? await Person.findOne({ where: { calendarHash: hashToken(key) } }) : null;
    if (!person) throw notFound();
    const school = await School.findByPk(person.schoolId, { rejectOnEmpty: true });
    const calendar = new ICalCalendar({
      name: `${person.name.split(' ')[0]} at ${school.name}`,
      prodId: '//Lippet//Plan//EN',
      method: ICalCalendarMethod.PUBLISH,
      ttl: 3600,
    });
    if (person.role === 'family') await this.addChildren(calendar, person.id);
    else await this.addOwn(calendar, person);
    // Every line ends, the last one too (RFC 5545, 3.1).
    return `${calendar.toString().trimEnd()}\r\n`;
  }

  /** Nobody is signed in; the address stands for its owner, and shows no more than they see. */
  private async addOwn(calendar: ICalCalendar, { id, role }: Person): Promise<void> {
    const groups = await Membership.findAll({ where: { personId: id, role: 'learner', leftAt: null } });
    const owner: Actor = {
      personId: id,
      sessionId: '',
      role,
      learnsIn: new Set(groups.map(({ groupId }) => groupId)),
      teaches: new Set(),
      watches: new Set(),
      homeIn: new Set(),
    };
    for (const piece of await this.facts.find({ personId: id })) {
      const { status, activityId, title, ownDay } = piece;
      if (!isToDo(status) || !policy.seeActivity(owner, piece, status)) continue;
      this.add(calendar, piece, { id: `${activityId}@lippet`, summary: title, ownDay });
    }
  }

  /** What children have to do, as those at home see it: by the cards that hold, and without days of their own choosing. */
  private async addChildren(calendar: ICalCalendar, personId: string): Promise<void> {
    const ties = await FamilyTie.findAll({ where: { personId }, attributes: ['cardId'] });
    const cards = await FamilyCard.findAll({ where: { id: ties.map(({ cardId }) => cardId), endedAt: null } });
    const children = await Person.findAll({ where: { id: cards.map(({ childId }) => childId) }, order: ['name'] });
    for (const { id, name } of children) {
      for (const piece of await this.facts.find({ personId: id })) {
        const { status, activityId, title } = piece;
        if (!isToDo(status) || status.notOpen) continue;
        const summary = `${name.split(' ')[0]}: ${title}`;
        this.add(calendar, piece, { id: `${activityId}.${id}@lippet`, summary, ownDay: null });
      }
    }
  }

  private add(
    calendar: ICalCalendar,
    { facts: { due }, subject, minutes, teacher }: Standing,
    { id, summary, ownDay }: { id: string; summary: string; ownDay: string | null },
  ): void {
    if (due === null && ownDay === null) return;
    const about = {
      id,
      stamp: new Date(this.clock()),
      summary,
      description: [subject, teacher, minutes && `${minutes} min`].filter(Boolean).join(' · '),
    };
    if (due !== null)
      calendar.createEvent({ ...about, start: new Date(due - (minutes ?? SHORT) * 60_000), end: new Date(due) });
    else calendar.createEvent({ ...about, start: new Date(`${ownDay}T00:00:00Z`), allDay: true, timezone: 'UTC' });
  }
}
