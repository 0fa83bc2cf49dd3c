import type { Logger } from 'pino';
import { QueryTypes, type Sequelize } from 'sequelize';
import { isToDo } from '@lippet/core/schedule/nowList';
import { daysUntil, dueWords } from '@lippet/core/schedule/schoolTime';
import { oneByOne } from '../access/oneByOne';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { tellPerson, type News } from './updates';

const HOUR = 3_600_000;
/** What has opened within this time is told of; a server that stood still longer does not tell old news. */
const OPENED = 24 * HOUR;
/**
 * A piece that is complete is taken for forgotten after this time without a change, and for given up after the longer
 * one.
 */
const UNSENT = { after: HOUR / 2, before: 7 * 24 * HOUR };
/** Work is told of when it is due within this time, on the next day. */
const DUE = 48 * HOUR;

/**
 * Tells learners of what comes by itself: work that opens, work that is due tomorrow, and what is complete and was not
 * sent.
 */
export class ReminderService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Run as often as one likes, each thing is told to each learner once. */
  async tellAll(): Promise<void> {
    const now = this.clock();
    const failed = 'reminders could not be told';
    await oneByOne(await this.concerned(now), this.logger, failed, async ({ id: activityId, zone }) => {
      const standings = (await this.facts.find({ activityId })).map((standing) => ({
        ...standing,
        id: standing.personId,
      }));
      await oneByOne(standings, this.logger, failed, (standing) => this.tell(standing, now, zone));
    });
  }

  private async tell(standing: Standing, now: number, zone: string): Promise<void> {
    const news = remindersOf(standing, now, zone);
    if (news.length === 0) return;
    await this.sequelize.transaction(async (transaction) => {
      for (const update of news) await tellPerson(standing.personId, update, transaction);
    });
  }

  /**
   * Activities of which there may be something to tell, so that the others need not be looked at, with the time zone of
   * their school.
   */
  private concerned(now: number): Promise<{ id: string; zone: string }[]> {
    return this.sequelize.query<{ id: string; zone: string }>(
      `SELECT a.id, s.zone FROM activities a JOIN people t ON t.id = a.teacher_id
       JOIN schools s ON s.id = t.school_id WHERE a.state = 'set' AND (
         EXISTS (SELECT 1 FROM assignments g LEFT JOIN folders f ON f.id = g.folder_id WHERE g.activity_id = a.id
                 AND (GREATEST(g.opens, f.opens) BETWEEN :opened AND :now OR g.due BETWEEN :now AND :due))
         OR EXISTS (SELECT 1 FROM learner_dates x WHERE x.activity_id = a.id AND (x.opens BETWEEN :opened
           AND :now OR x.due BETWEEN :now AND :due))
         OR EXISTS (SELECT 1 FROM pieces p WHERE p.activity_id = a.id AND NOT p.frozen
                    AND EXISTS (SELECT 1 FROM piece_updates u WHERE u.piece_id = p.id
                      AND u.created_at BETWEEN :untouched AND :touched)))`,
      {
        replacements: {
          now: new Date(now),
          opened: new Date(now - OPENED),
          due: new Date(now + DUE),
          untouched: new Date(now - UNSENT.before),
          touched: new Date(now - UNSENT.after),
        },
        type: QueryTypes.SELECT,
      },
    );
  }
}

/**
 * What is to be told of one piece now. Each has a key, so that it is told once: another date is another thing to tell.
 */
export function remindersOf(
  {
    activityId,
    title,
    facts,
    status,
    touchedAt,
    latestGo,
  }: Pick<Standing, 'activityId' | 'title' | 'facts' | 'status' | 'touchedAt' | 'latestGo'>,
  now: number,
  zone: string,
): News[] {
  const news: News[] = [];
  const path = `/activity/${activityId}`;
  const { opens, due } = facts;
  if (!isToDo(status)) return news;
  if (status.state === 'new' && opens !== null && opens <= now && now - opens <= OPENED)
    news.push({ kind: 'new', words: `New for you: ${title}`, path, key: `new:${activityId}` });
  if (due !== null && due > now && daysUntil(due, now, zone) === 1)
    news.push({
      kind: 'due',
      words: `Due ${dueWords(due, now, zone).replace(/^by /, '')}: ${title}`,
      path,
      key: `due:${activityId}:${due}`,
    });
  const untouched = touchedAt === null ? 0 : now - touchedAt;
  if (status.state === 'ready' && untouched >= UNSENT.after && untouched <= UNSENT.before) {
    news.push({
      kind: 'unsent',
      words: `All done, and not sent yet: ${title}`,
      path,
      key: `unsent:${activityId}:${latestGo?.number ?? 0}`,
    });
  }
  return news;
}
