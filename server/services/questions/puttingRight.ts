import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { ChangedMark } from '@lippet/core/contract/answers';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { rawOf } from '@lippet/core/contract/readRaw';
import { earnedShare } from '@lippet/core/questions/countedShare';
import { asksTheSame } from '@lippet/core/questions/putRight';
import {
  firstOf,
  marksFor,
  questionTrouble,
  readQuestion,
  type Answer,
  type Question,
} from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { Part } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { notFound, ProblemError } from '../../problems/problem';
import { schoolOfActivity } from '../classes/schools';
import { tellPeople } from '../news/updates';
import { findActivity, type FoundActivity } from '../planning/findActivity';
import { partPlan } from '../pieces/activityParts';

/** What is put right. */
export interface PutRight {
  part: string;
  question: object;
  done: boolean;
}

interface KeptTry {
  id: string;
  person: string;
  name: string;
  groups: string[];
  go: number;
  round: number;
  variant: number;
  answer: Answer;
  share: number | null;
  outOf: number;
  /** A teacher has said by hand what it earns. */
  byHand: boolean;
}

/** A try, and what it earns once the question is put right. */
interface MarkedAnew {
  tried: KeptTry;
  share: number | null;
}

/**
 * A question whose key was wrong is put right: what its learners answered is marked anew, and those whose mark changes are
 * told. What each try was marked by before stays with it, so that a go that was sent can be understood.
 */
export class PuttingRightService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {}

  /**
   * @returns whose mark it changes, and how; where it is only looked at, nothing else happens
   * @throws ProblemError `bad-request` where something else would be asked
   */
  putRight(actor: Actor, activityId: string, { part: partId, question: raw, done }: PutRight): Promise<ChangedMark[]> {
    return this.sequelize.transaction(async (transaction) => {
      const found = await findActivity(actor, activityId, transaction);
      const part = await Part.findOne({
        where: { id: partId, activityId, kind: 'questions' },
        lock: transaction.LOCK.UPDATE,
        transaction,
      });
      if (!part) throw notFound();
      const settings = partPlan(part).settings as QuestionsSettings;
      const question = fit(readQuestion(rawOf(raw)), settings);
      const tries = await this.triesAt(activityId, partId, question.id, transaction);
      const school = await schoolOfActivity(this.sequelize, activityId, transaction);
      const anew = tries.map((tried) => ({ tried, share: shareOf(question, tried, school) }));
      const changed = changedMarks(anew, settings, actor);
      if (done) await this.keep({ found, part, settings, question }, anew, transaction);
      return changed;
    });
  }

  private async keep(
    {
      found,
      part,
      settings,
      question,
    }: { found: FoundActivity; part: Part; settings: QuestionsSettings; question: Question },
    anew: readonly MarkedAnew[],
    transaction: Transaction,
  ): Promise<void> {
    await part.update({ settings: withQuestion(settings, question) }, { transaction });
    await this.mendDraft(found, part.id, question, transaction);
    const differing = anew.filter(({ tried, share }) => share !== tried.share);
    for (const { tried, share } of differing)
      await this.sequelize.query(
        `UPDATE question_tries SET share = :share, first_share = coalesce(first_share, share), put_right_at = :at
         WHERE id = :id`,
        { replacements: { id: tried.id, share, at: new Date(this.clock()) }, transaction },
      );
    const { title, id } = found.activity;
    await tellPeople(
      [...new Set(changedPeople(anew, settings))],
      {
        kind: 'answered',
        words: `A question of ${title} was put right, and your marks with it.`,
        path: `/activity/${id}`,
      },
      transaction,
    );
  }

  /** A draft that is not given out yet would bring the old key back. */
  private async mendDraft(
    { activity }: FoundActivity,
    partId: string,
    question: Question,
    transaction: Transaction,
  ): Promise<void> {
    const { draft } = activity;
    const drafted = draft?.parts.find(({ id }) => id === partId);
    if (!draft || !drafted) return;
    const settings = drafted.settings as QuestionsSettings;
    const parts = draft.parts.map((plan) =>
      plan.id === partId ? ({ ...plan, settings: withQuestion(settings, question) } as typeof plan) : plan,
    );
    await activity.update({ draft: { ...draft, parts }, draftVersion: activity.draftVersion! + 1 }, { transaction });
  }

  private triesAt(activity: string, part: string, question: string, transaction: Transaction): Promise<KeptTry[]> {
    return this.sequelize.query<KeptTry>(
      `SELECT t.id, p.person_id AS person, n.name, t.go, t.round, t.variant, t.answer, t.share, t.out_of AS "outOf",
         t.marked_by IS NOT NULL AS "byHand",
         ARRAY(SELECT m.group_id FROM memberships m WHERE m.person_id = p.person_id) AS groups
       FROM question_tries t JOIN pieces p ON p.id = t.piece_id JOIN people n ON n.id = p.person_id
       WHERE p.activity_id = :activity AND t.part_id = :part AND t.question_id = :question
       ORDER BY n.name, p.person_id, t.go, t.round, t.variant, t.number`,
      { replacements: { activity, part, question }, type: QueryTypes.SELECT, transaction },
    );
  }
}

/** @throws ProblemError `bad-request` where it is no question, can't be answered rightly, or asks something else */
function fit(question: Question | null, { questions }: QuestionsSettings): Question {
  const before = question && questions.find(({ id }) => id === question.id);
  if (!question || !before) throw new ProblemError('bad-request', 'That is no question of this part.');
  const trouble = questionTrouble(firstOf(question), 'It');
  if (trouble) throw new ProblemError('bad-request', trouble);
  if (!asksTheSame(question, before))
    throw new ProblemError(
      'bad-request',
      'Only what is right can be put right here. Where something else is asked, make a new question.',
    );
  return question;
}

const withQuestion = (settings: QuestionsSettings, question: Question): QuestionsSettings => ({
  ...settings,
  questions: settings.questions.map((before) => (before.id === question.id ? question : before)),
});

/** Variants are computed from sums, which stay as they are; and what a person said of an answer is not computed. */
function shareOf(
  question: Question,
  { variant, answer, share, outOf, byHand }: KeptTry,
  school: School,
): number | null {
  if (variant > 0 || byHand) return share;
  const marks = marksFor(firstOf(question), answer, school);
  return marks === null || outOf === 0 ? marks : marks / question.marks;
}

/** Tries of one learner at their latest go, and the latest time through. */
function byLearner(anew: readonly MarkedAnew[]): Map<string, MarkedAnew[]> {
  const found = new Map<string, MarkedAnew[]>();
  for (const marked of anew) {
    const before = found.get(marked.tried.person) ?? [];
    const first = before[0]?.tried;
    const newer = first && (first.go < marked.tried.go || first.round < marked.tried.round);
    found.set(marked.tried.person, newer ? [marked] : [...before, marked]);
  }
  return found;
}

function marksOf(all: readonly MarkedAnew[], settings: QuestionsSettings): { from: number; to: number } {
  const { outOf } = all[0]!.tried;
  const before = all.map(({ tried }) => ({ variant: tried.variant, share: tried.share }));
  const after = all.map(({ tried, share }) => ({ variant: tried.variant, share }));
  return { from: (earnedShare(before, settings) ?? 0) * outOf, to: (earnedShare(after, settings) ?? 0) * outOf };
}

const changedPeople = (anew: readonly MarkedAnew[], settings: QuestionsSettings): string[] =>
  [...byLearner(anew)].flatMap(([person, all]) => {
    const { from, to } = marksOf(all, settings);
    return from === to ? [] : [person];
  });

/** Whoever teaches another group is told of a change there, and not whose it is. */
function changedMarks(anew: readonly MarkedAnew[], settings: QuestionsSettings, actor: Actor): ChangedMark[] {
  return [...byLearner(anew)].flatMap(([person, all]) => {
    const { from, to } = marksOf(all, settings);
    if (from === to) return [];
    const { name, groups, outOf } = all[0]!.tried;
    const taught = groups.some((group) => actor.teaches.has(group));
    return [{ person: taught ? person : '', name: taught ? name : 'Somebody of another group', from, to, outOf }];
  });
}
