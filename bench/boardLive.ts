/**
 * `board-live`: 300 learners answer 20 questions in ten minutes, on a server process. Nine of the ten minutes have passed;
 * in the last one ten answers a second are given, over HTTP, while a teacher's board is told by its line and asks, as the
 * interface does. What counts is an answer's way to judged, and to the board.
 */
import { randomUUID } from 'node:crypto';
import type { LaterAnswers } from '@lippet/core/contract/answers';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { NEWS_PACE, NEWS_PATH } from '@lippet/core/contract/sync';
import { newPart } from '@lippet/core/parts/part';
import { newQuestion, readQuestion, type Question } from '@lippet/core/questions/question';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { hashToken, newToken } from '@lippet/server/services/access/secrets';
import WebSocket from 'ws';
import { alone, quantile, type Figure } from './figure';
import { activityFor, drawn, inSchool, learnerWith, serverSettings, type School, type Wish } from './sending';

const LEARNERS = 300;
const QUESTIONS = 20;
/** Answered before the minute that is measured. */
const ANSWERED = 18;
const A_SECOND = 10;
const SECONDS = 60;
const BUDGET = { judged: 100, board: 1_000 };

const questions = (): Question[] =>
  Array.from({ length: QUESTIONS }, (_, index) => {
    const options = Array.from({ length: 4 }, (__, n) => ({ id: randomUUID(), words: `option ${n}` }));
    const settings = { options, right: [options[0]!.id], several: false };
    return readQuestion({ ...newQuestion('choose', randomUUID()), words: `Question ${index}?`, settings })!;
  });

/** An answer to a question that has options: right for every second. */
const answerTo = ({ settings }: Question, nth: number): object => {
  const { options } = settings as { options: { id: string }[] };
  return { chosen: [options[nth % 2]!.id] };
};

const headers = (token: string): Record<string, string> => ({
  [OWN_HEADER]: '1',
  'content-type': 'application/json',
  cookie: `${SESSION_COOKIE}=${token}`,
});

async function askedPart(school: School, activity: string, asked: readonly Question[]): Promise<string> {
  const part = randomUUID();
  const settings = { ...newPart('questions', part, 'Questions').settings, questions: asked, tries: 1 };
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
     VALUES (:part, :activity, 1, 'questions', 'Questions', true, :settings)`,
    { replacements: { part, activity, settings: JSON.stringify(settings) } },
  );
  return part;
}

/** What was answered in nine minutes. */
async function answeredBefore(school: School, part: string, asked: readonly Question[]): Promise<void> {
  for (const [nth, question] of asked.slice(0, ANSWERED).entries())
    await school.sequelize.query(
      `INSERT INTO question_tries (id, piece_id, part_id, question_id, go, number, answer, share, out_of, at)
       SELECT gen_random_uuid(), id, :part, :question, 1, 1, :answer, :share, 1,
         now() - interval '9 minutes' + :nth * interval '30 seconds' FROM pieces`,
      {
        replacements: {
          part,
          question: question.id,
          answer: JSON.stringify(answerTo(question, nth)),
          share: 1 - (nth % 2),
          nth,
        },
      },
    );
}

async function teacherToken({ sequelize, teacher }: School): Promise<string> {
  const token = newToken();
  await sequelize.query(
    `INSERT INTO sessions (id, person_id, token_hash, kept, expires_at)
      VALUES (gen_random_uuid(), :teacher, :hash, true, now() + interval '1 day')`,
    { replacements: { teacher, hash: hashToken(token) } },
  );
  return token;
}

/** A teacher's board: notes when each try was on it first. */
class Board {
  readonly seen = new Map<string, number>();
  private since = Date.now();
  private wanted = false;
  private asking = false;

  constructor(
    private readonly address: string,
    private readonly token: string,
  ) {}

  /** There is something new. */
  readonly news = (): void => {
    this.wanted = true;
    if (!this.asking) void this.ask();
  };

  private async ask(): Promise<void> {
    this.asking = true;
    while (this.wanted) {
      this.wanted = false;
      const begun = performance.now();
      const response = await fetch(this.address, {
        method: 'POST',
        headers: headers(this.token),
        body: JSON.stringify({ since: this.since }),
      });
      const { tries, at } = (await response.json()) as LaterAnswers;
      this.since = at;
      const now = performance.now();
      for (const { id } of tries) if (!this.seen.has(id)) this.seen.set(id, now);
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, begun + NEWS_PACE - performance.now())));
    }
    this.asking = false;
  }
}

async function give(port: number, { token, piece }: Wish, body: object): Promise<number> {
  const begun = performance.now();
  const response = await fetch(`http://127.0.0.1:${port}/api/pieces/${piece}/tries`, {
    method: 'POST',
    headers: headers(token),
    body: JSON.stringify(body),
  });
  if (response.status !== 200) throw new Error(`Refused: ${response.status} ${await response.text()}`);
  await response.arrayBuffer();
  return performance.now() - begun;
}

export const boardLive = (): Promise<Figure[]> =>
  inSchool(async (school) => {
    const page = randomUUID();
    const activity = await activityFor(school, page);
    const doc = drawn(page, 1, 1);
    const asked = questions();
    const part = await askedPart(school, activity, asked);
    const learners: Wish[] = [];
    for (let i = 0; i < LEARNERS; i++) learners.push(await learnerWith(school, activity, doc));
    await answeredBefore(school, part, asked);
    const token = await teacherToken(school);
    const server = new ShippedServer();
    const port = await server.start(serverSettings(school));
    const line = new WebSocket(`ws://127.0.0.1:${port}${NEWS_PATH}`, {
      headers: { ...headers(token), origin: `http://127.0.0.1:${port}` },
    });
    try {
      await new Promise((resolve, reject) => line.once('open', resolve).once('error', reject));
      const board = new Board(
        `http://127.0.0.1:${port}/api/activities/${activity}/groups/${school.group}/answers`,
        token,
      );
      line.on('message', board.news);
      const given: { key: string; at: number }[] = [];
      const judged = await Promise.all(
        Array.from({ length: A_SECOND * SECONDS }, async (_, nth) => {
          await new Promise((resolve) => setTimeout(resolve, (nth * 1_000) / A_SECOND));
          const question = asked[ANSWERED + Math.floor(nth / LEARNERS)]!;
          const key = randomUUID();
          given.push({ key, at: performance.now() });
          const answer = answerTo(question, nth);
          return give(port, learners[nth % LEARNERS]!, { key, part, question: question.id, answer });
        }),
      );
      await new Promise((resolve) => setTimeout(resolve, 3 * NEWS_PACE));
      const ways = given.map(({ key, at }) => (board.seen.get(key) ?? Number.POSITIVE_INFINITY) - at);
      return [
        alone('board-judged', 'ms', quantile(judged, 0.95), BUDGET.judged),
        alone('board-live', 'ms', quantile(ways, 0.95), BUDGET.board),
      ];
    } finally {
      line.terminate();
      await server.end('in order');
    }
  });
