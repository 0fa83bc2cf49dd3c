import { QueryTypes, type Sequelize } from 'sequelize';
import type { LoneQuestionView } from '@lippet/core/contract/loneQuestions';
import type { TryView } from '@lippet/core/contract/tries';
import { documentExtent } from '@lippet/core/page/holds';
import { giveAnswer, givenIn, noteGiven } from '@lippet/core/parts/questions/givenAnswers';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { askedOf } from '@lippet/core/questions/question';
import { shuffleBy } from '@lippet/core/questions/shuffle';
import { questionReports } from '@lippet/core/questions/spread/questionReports';
import * as Y from 'yjs';
import type { Actor } from '../../policy/actor';
import { notFound } from '../../problems/problem';
import type { UpdateLog } from '../../sync/updateLog';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import type { PieceService } from '../pieces/pieces';
import type { SendingService } from '../sending/sending';
import type { AnswerService } from './answers';
import { questionParts, type QuestionsPart } from './questionParts';
import type { TriedService } from './triedUntil';
import type { TryService } from './tries';

/** What it works with. */
interface LoneWorld {
  sequelize: Sequelize;
  facts: PieceFactsService;
  log: UpdateLog;
  pieces: PieceService;
  sending: SendingService;
  tries: TryService;
  tried: TriedService;
  answers: AnswerService;
}

/** What somebody answers. */
export interface LoneAnswer {
  key: string;
  answer: object;
}

/** So long what was answered stays on Now, with what the others said, in milliseconds. */
const SHOWN_AFTER = 86_400_000;

/** Activities that are one question: asked, answered and sent without opening a sheet. */
export class LoneQuestionService {
  constructor(
    private readonly world: LoneWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Those that this learner may answer, or has answered and that are with their teacher. */
  async list(actor: Actor): Promise<LoneQuestionView[]> {
    const ids = await this.lone([...actor.learnsIn]);
    const views: LoneQuestionView[] = [];
    for (const activityId of ids) {
      const found = await this.find(actor, activityId);
      if (!found) continue;
      const view = await this.view(actor, found);
      const isLeftBehind = view.left === 0 && found.standing.status.mayDraw;
      views.push(isLeftBehind ? await this.handedOver(actor, activityId) : view);
    }
    return views;
  }

  /**
   * Gives an answer. Once nothing can be tried any more it goes to the teacher by itself. The same key again is the same
   * try and the same go.
   */
  async answer(actor: Actor, activityId: string, { key, answer }: LoneAnswer): Promise<LoneQuestionView> {
    const found = await this.find(actor, activityId);
    if (!found) throw notFound();
    const { part } = found;
    const question = part.settings.questions[0]!;
    const { pieceId } = await this.world.pieces.open(actor, activityId);
    await this.world.tries.try(actor, pieceId, { key, part: part.id, question: question.id, answer });
    return this.handedOver(actor, activityId);
  }

  /**
   * Once nothing can be tried any more, what was answered goes to the teacher. The go has the key of the last try, so that
   * it is one go however often that is done: also where the server was ended between the two.
   */
  private async handedOver(actor: Actor, activityId: string): Promise<LoneQuestionView> {
    const found = (await this.find(actor, activityId))!;
    const view = await this.view(actor, found);
    const last = view.tries.at(-1);
    const { pieceId, status } = found.standing;
    if (!last || !pieceId || !status.mayDraw) return view;
    await this.noteInDraft(pieceId, last);
    if (view.left !== 0) return view;
    const doc = await this.world.log.document({ kind: 'piece', id: pieceId });
    const extent = Buffer.from(documentExtent(doc)).toString('base64');
    await this.world.sending.send(actor, pieceId, { key: last.id, extent });
    return this.view(actor, (await this.find(actor, activityId))!);
  }

  /** The draft holds what was given, as it does where it is answered on a sheet. */
  private async noteInDraft(pieceId: string, { part, question, answer }: TryView): Promise<void> {
    const doc = await this.world.log.document({ kind: 'piece', id: pieceId });
    if (givenIn(doc, part).includes(question)) return;
    const change = new Y.Doc();
    giveAnswer(change, part, question, answer as object);
    noteGiven(change, part, question);
    await this.world.log.append({ kind: 'piece', id: pieceId }, Y.encodeStateAsUpdate(change));
  }

  /** Ids of activities of these groups that are one question without a time. */
  private async lone(groups: readonly string[]): Promise<string[]> {
    const rows = await this.world.sequelize.query<{ id: string }>(
      `SELECT a.id FROM activities a JOIN assignments g ON g.activity_id = a.id AND g.group_id = ANY(:groups::uuid[])
       JOIN parts p ON p.activity_id = a.id AND p.removed_at IS NULL
       WHERE a.state = 'set' AND NOT g.free GROUP BY a.id, a.created_at
       HAVING count(DISTINCT p.id) = 1 AND bool_and(p.kind = 'questions')
         AND bool_and(jsonb_array_length(coalesce(p.settings->'questions', '[]'::jsonb)) = 1)
         AND bool_and(coalesce(p.settings->>'minutes', '') = '') ORDER BY a.created_at`,
      { replacements: { groups: `{${groups.join(',')}}` }, type: QueryTypes.SELECT },
    );
    return rows.map(({ id }) => id);
  }

  /** Null where it can't be answered, and was not. */
  private async find(actor: Actor, activityId: string): Promise<{ standing: Standing; part: QuestionsPart } | null> {
    const [standing] = await this.world.facts.find({ personId: actor.personId, activityId });
    if (!standing || standing.status.notOpen || standing.left) return null;
    const [part, ...others] = await questionParts(activityId);
    const isLone = part !== undefined && others.length === 0 && isLoneSet(part.settings);
    const { status, latestGo } = standing;
    const isNew = latestGo !== null && this.clock() - latestGo.sentAt < SHOWN_AFTER;
    const isHere = status.mayDraw || (status.state === 'with-teacher' && isNew);
    return isLone && isHere ? { standing, part } : null;
  }

  private async view(
    actor: Actor,
    { standing, part }: { standing: Standing; part: QuestionsPart },
  ): Promise<LoneQuestionView> {
    const { activityId, title, teacher, pieceId, groupId, status } = standing;
    const { settings } = part;
    const question = settings.questions[0]!;
    const tried = pieceId ? await this.world.tried.list(actor, pieceId) : null;
    const tries = (tried?.tries ?? []).filter(
      (one) => one.part === part.id && one.go === tried!.go && one.variant === 0,
    );
    const isAnswered = tries.length > 0;
    const shown = tried?.shown.find((right) => right.part === part.id && right.question === question.id);
    return {
      activityId,
      title,
      teacher,
      part: part.id,
      asked: askedOf(question, shuffleBy(question.id)),
      tries,
      left: status.mayDraw ? leftOf(settings.tries, tries) : 0,
      right: shown?.words ?? null,
      spread: settings.spreadShown && isAnswered ? await this.spread({ activityId, groupId }, part) : null,
    };
  }

  private async spread(
    { activityId, groupId }: { activityId: string; groupId: string },
    part: QuestionsPart,
  ): Promise<LoneQuestionView['spread']> {
    const tries = await this.world.answers.triesOfGroup({ activity: activityId, group: groupId });
    return questionReports({ parts: [part], tries, hints: [] })[0]!.spread.map(({ words, count }) => ({
      words,
      count,
      right: false,
    }));
  }
}

/** Whether a set is one question that is answered with nothing else, once, as long as one likes. */
const isLoneSet = ({ questions, minutes, rounds }: QuestionsSettings): boolean =>
  questions.length === 1 && minutes === null && rounds === 1 && questions[0]!.working === null;

/** How many tries are left; 0 once one was right. */
function leftOf(most: number | null, tries: readonly TryView[]): number | null {
  const last = tries.at(-1);
  if (last && last.marks === last.outOf) return 0;
  return most === null ? null : Math.max(0, most - tries.length);
}
