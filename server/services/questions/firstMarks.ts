import { QueryTypes, type Sequelize } from 'sequelize';
import { firstMark, type FirstMark, type GoTry } from '@lippet/core/questions/firstMark';
import { Part, Piece } from '../../models/tables';
import { ownQuestions } from './questionInHand';
import { questionParts, type QuestionsPart } from './questionParts';

/** A go of a learner, as it was sent. */
interface SentGo {
  activityId: string;
  personId: string;
  number: number;
}

interface TryRow extends GoTry {
  activityId: string;
  personId: string;
  go: number;
}

const keyOf = ({ activityId, personId }: { activityId: string; personId: string }): string =>
  `${activityId} ${personId}`;

/**
 * What the questions of several goes come to by themselves.
 * @returns by `activity person`; goes without questions have none
 */
export async function firstMarks(sequelize: Sequelize, goes: readonly SentGo[]): Promise<Map<string, FirstMark>> {
  const ids = [...new Set(goes.map(({ activityId }) => activityId))];
  const asking = await Part.findAll({ where: { activityId: ids, kind: 'questions' }, attributes: ['activityId'] });
  const activities = [...new Set(asking.map(({ activityId }) => activityId))];
  const marks = new Map<string, FirstMark>();
  if (activities.length === 0) return marks;
  const parts = new Map<string, QuestionsPart[]>();
  for (const id of activities) parts.set(id, await questionParts(id));
  const tries = await triesOf(sequelize, activities);
  const pieces = await Piece.findAll({
    where: { activityId: activities },
    attributes: ['id', 'activityId', 'personId'],
  });
  for (const sent of goes) {
    const asked = parts.get(sent.activityId);
    const mine = (tries.get(keyOf(sent)) ?? []).filter(({ go }) => go === sent.number);
    const piece = pieces.find(({ activityId, personId }) => keyOf({ activityId, personId }) === keyOf(sent));
    const own = asked && piece && asked.map((part) => withOwnQuestions(part, piece.id));
    const mark = own && firstMark(own, mine);
    if (mark) marks.set(keyOf(sent), mark);
  }
  return marks;
}

const withOwnQuestions = (part: QuestionsPart, pieceId: string): QuestionsPart => ({
  ...part,
  settings: { ...part.settings, questions: ownQuestions(part, pieceId) },
});

async function triesOf(sequelize: Sequelize, activities: readonly string[]): Promise<Map<string, TryRow[]>> {
  const rows = await sequelize.query<TryRow>(
    `SELECT p.activity_id AS "activityId", p.person_id AS "personId", t.part_id AS part, t.question_id AS question,
       t.go, t.round, t.variant, t.share
     FROM question_tries t JOIN pieces p ON p.id = t.piece_id WHERE p.activity_id = ANY(:ids::uuid[])
     ORDER BY t.round, t.variant, t.number`,
    { replacements: { ids: `{${activities.join(',')}}` }, type: QueryTypes.SELECT },
  );
  const byPiece = new Map<string, TryRow[]>();
  for (const row of rows) byPiece.set(keyOf(row), [...(byPiece.get(keyOf(row)) ?? []), row]);
  return byPiece;
}
