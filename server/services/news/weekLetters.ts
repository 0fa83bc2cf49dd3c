import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import type { Logger } from 'pino';
import { Op } from 'sequelize';
import type { HomePiece } from '@lippet/core/contract/family';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { FamilyCard, FamilyTie, Letter, Person, School } from '../../models/tables';
import { oneByOne } from '../access/oneByOne';
import type { HomeService } from '../family/homeService';

const DAY = 86_400_000;
/** Letters of the week are written from this hour of a Friday on, until the week is over. */
const FRIDAY = { day: 5, hour: 15 };
/** So many things of each kind stand in a letter. */
const SHOWN = 12;

/** Whether the school's week is at its end. */
function isWeeksEnd(now: number, zone: string): boolean {
  const time = new TZDate(now, zone);
  const day = time.getDay();
  return day === 6 || day === 0 || (day === FRIDAY.day && time.getHours() >= FRIDAY.hour);
}

const listed = (head: string, lines: readonly string[]): string[] => {
  if (lines.length === 0) return [];
  const more = lines.length - SHOWN;
  return ['', head, ...lines.slice(0, SHOWN).map((line) => `• ${line}`), ...(more > 0 ? [`and ${more} more`] : [])];
};

/** What a child did in a week, and what is coming, in lines. */
export function weekLines(name: string, pieces: readonly HomePiece[], now: number, zone: string): string[] {
  const since = now - 7 * DAY;
  const cameBack = pieces.filter(({ goes }) => goes.some(({ releasedAt }) => releasedAt > since));
  const finished = cameBack.filter(({ state }) => state === 'finished');
  const again = pieces.filter(({ state }) => state === 'another-go');
  const sent = pieces.filter(({ state, sentAt }) => state === 'with-teacher' && sentAt !== null && sentAt > since);
  const overdue = pieces.filter((piece) => piece.overdue);
  const coming = pieces
    .filter(({ state, due }) => state === 'new' && due !== null && due > now && due < now + 14 * DAY)
    .sort((one, other) => one.due! - other.due!);
  const titles = (some: readonly HomePiece[]): string[] => some.map(({ title, subject }) => `${title} (${subject})`);
  const lines = [
    ...listed('Finished:', titles(finished)),
    ...listed('Sent, and with the teacher:', titles(sent)),
    ...listed('Another go is asked for:', titles(again)),
    ...listed('Due before now, and not sent:', titles(overdue)),
    ...listed(
      'Coming:',
      coming.map(({ title, due }) => `${title}, ${whenWords(due!, now, zone)}`),
    ),
  ];
  return lines.length > 0 ? ['', `${name}:`, ...lines] : ['', `${name}: a quiet week, and nothing that is coming.`];
}

/**
 * A letter at the end of each week for those at home who gave an address: what was done, and what is coming. It is put
 * into the outbox, which is posted.
 */
export class WeekLetterService {
  constructor(
    private readonly home: HomeService,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Writes the letters of this week that are not written yet. Run as often as one likes, each is written once. */
  async writeAll(): Promise<void> {
    const now = this.clock();
    const failed = 'letters of the week could not be written';
    await oneByOne(await School.findAll(), this.logger, failed, async ({ id: schoolId, zone }) => {
      if (!isWeeksEnd(now, zone)) return;
      const people = await Person.findAll({ where: { schoolId, role: 'family', mail: { [Op.not]: null } } });
      await oneByOne(people, this.logger, failed, (person) => this.write(person, now));
    });
  }

  private async write({ id: personId, name, mail }: Person, now: number): Promise<void> {
    const since = new Date(now - 4 * DAY);
    if (await Letter.findOne({ where: { personId, kind: 'week', at: { [Op.gt]: since } } })) return;
    const ties = await FamilyTie.findAll({ where: { personId }, attributes: ['cardId'] });
    const cards = await FamilyCard.findAll({ where: { id: ties.map(({ cardId }) => cardId), endedAt: null } });
    const children = await Person.findAll({ where: { id: cards.map(({ childId }) => childId) }, order: ['name'] });
    if (children.length === 0) return;
    const lines: string[] = [];
    for (const child of children) {
      const { zone } = await School.findByPk(child.schoolId, { attributes: ['zone'], rejectOnEmpty: true });
      lines.push(...weekLines(child.name, await this.home.pieces(child.id), now, zone));
    }
    const subject = `The week of ${children.map((child) => child.name.split(' ')[0]).join(' and ')}`;
    const words = [`Hello ${name},`, ...lines, '', 'Open Lippet to see what came back.'].join('\n');
    const letter = { id: randomUUID(), personId, address: mail!, subject, words, kind: 'week' } as const;
    await Letter.create({ ...letter, at: new Date(now) });
  }
}
