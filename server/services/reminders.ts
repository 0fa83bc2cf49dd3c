import { QueryTypes, type Sequelize } from 'sequelize';
import { isToDo } from '@lippet/core/schedule/nowList';
import { daysUntil, dueWords } from '@lippet/core/schedule/schoolTime';
import { School } from '../models/tables';
import type { PieceFactsService, Standing } from './pieceFacts';
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
    private readonly clock: () => number = Date.now,
  ) {}

  /** Run as often as one likes, each thing is told to each learner once. */
  async tellAll(): Promise<void> {
    const now = this.clock();
    const { zone } = (await School.findOne({ order: ['id'] })) ?? { zone: 'UTC' };
    for (const activityId of await this.concerned(now)) {
      for (const standing of await this.facts.find({ activityId })) {
        const news = remindersOf(standing, now, zone);
        if (news.length === 0) continue;
        await this.sequelize.transaction(async (transaction) => {
          for (const each of news) await tellPerson(standing.personId, each, transaction);
        });
      }
    }
  }

  /** Activities of which there may be something to tell, so that the others need not be looked at. */
  private async concerned(now: number): Promise<string[]> {
    const rows = await this.sequelize.query<{ activity_id: string }>(
      `SELECT a.id AS activity_id FROM activities a WHERE a.state = 'set' AND (
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
    return rows.map((row) => row.activity_id);
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
    standing,
    touchedAt,
    latestGo,
  }: Pick<Standing, 'activityId' | 'title' | 'facts' | 'standing' | 'touchedAt' | 'latestGo'>,
  now: number,
  zone: string,
): News[] {
  const news: News[] = [];
  const path = `/activity/${activityId}`;
  const { opens, due } = facts;
  if (!isToDo(standing)) return news;
  if (standing.state === 'new' && opens !== null && opens <= now && now - opens <= OPENED)
    news.push({ kind: 'new', words: `New for you: ${title}`, path, key: `new:${activityId}` });
  if (due !== null && due > now && daysUntil(due, now, zone) === 1)
    news.push({
      kind: 'due',
      words: `Due ${dueWords(due, now, zone).replace(/^by /, '')}: ${title}`,
      path,
      key: `due:${activityId}:${due}`,
    });
  const untouched = touchedAt === null ? 0 : now - touchedAt;
  if (standing.state === 'ready' && untouched >= UNSENT.after && untouched <= UNSENT.before) {
    news.push({
      kind: 'unsent',
      words: `All done, and not sent yet: ${title}`,
      path,
      key: `unsent:${activityId}:${latestGo?.go ?? 0}`,
    });
  }
  return news;
}
