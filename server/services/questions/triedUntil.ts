import { Op } from 'sequelize';
import type { HelpUsed, QuestionStateView } from '@lippet/core/contract/questionHelp';
import type { HintsView, RightView, SpreadView, TriesView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { answerWords, askedOf, firstOf, rightAnswer, type Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { questionReports } from '@lippet/core/questions/spread/questionReports';
import { QuestionHelp, QuestionHint, QuestionTry, SetRound } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { schoolOfGroup } from '../classes/schools';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { findGo } from '../reviewing/goes';
import type { AnswerService } from './answers';
import { goNow, isDone, mayKnow } from './goNow';
import { ownQuestions } from './questionInHand';
import { questionParts, type QuestionsPart } from './questionParts';
import { statesOf } from './questionStates';
import type { SetTimeService } from './setTimes';
import { viewOfTry } from './tries';

/** How far the work that is looked at has come. */
interface Stage {
  is: 'being made' | 'sent' | 'finished';
  /** The time until which it is to be sent is over. */
  due: boolean;
}

/** Which tries are looked at. */
interface Looked {
  pieceId: string;
  activityId: string;
  groupId: string;
  /** Until this go. */
  go: number;
}

/** A question that is asked of the learner of a piece. */
interface AskedHere {
  part: string;
  question: Question;
  settings: QuestionsSettings;
}

/** What was tried, as far as whoever looks may know it. */
export class TriedService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly times: SetTimeService,
    private readonly answers: Pick<AnswerService, 'triesOfGroup'>,
    private readonly clock: () => number = Date.now,
  ) {}

  /** What its owner has tried on a piece until now, as far as they are told what it earned. */
  async list(actor: Actor, pieceId: string): Promise<TriesView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    const { activityId, groupId } = standing;
    await this.times.handIn(pieceId, activityId);
    const looked = { go: goNow(standing), pieceId, activityId, groupId };
    return this.until(looked, { all: false, stage: this.stageOf(standing) });
  }

  /** What was tried until a go was sent: for its owner as far as that is told, and for those who teach it. */
  async ofGo(actor: Actor, goId: string): Promise<TriesView> {
    const { go, piece, work } = await findGo(this.facts, goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    const [standing] = await this.facts.find({ pieceId: piece.id });
    const { is, due } = standing ? this.stageOf(standing) : { is: 'sent', due: false };
    const stage: Stage = { is: is === 'finished' ? 'finished' : 'sent', due };
    await this.times.handIn(piece.id, piece.activityId);
    const looked = { go: go.number, pieceId: piece.id, activityId: piece.activityId, groupId: work.groupId };
    return this.until(looked, { all: policy.review(actor, work), stage });
  }

  private stageOf({ status, latestGo, facts }: Standing): Stage {
    const due = facts.due !== null && this.clock() > facts.due;
    if (status.state === 'finished') return { is: 'finished', due };
    return { is: latestGo !== null && !status.mayDraw ? 'sent' : 'being made', due };
  }

  private async until(looked: Looked, who: { all: boolean; stage: Stage }): Promise<TriesView> {
    const { go, pieceId, activityId, groupId } = looked;
    const parts = await questionParts(activityId);
    const times = await this.times.ofPiece({ pieceId, go }, parts);
    const tries = await QuestionTry.findAll({
      where: { pieceId, go: { [Op.lte]: go } },
      order: ['go', 'round', 'at', 'variant', 'number'],
    });
    const hints = await QuestionHint.findAll({ where: { pieceId }, order: ['number'] });
    const help = await QuestionHelp.findAll({ where: { pieceId }, order: ['at', 'number'] });
    const states = await statesOf(groupId, parts);
    const rounds = await SetRound.findAll({ where: { pieceId, go } });
    const asked = parts.flatMap((part) => askedIn(part, pieceId));
    const views = tries.map((tried) => {
      const of = asked.find(({ part, question }) => part === tried.partId && question.id === tried.questionId);
      const known = who.all || (of !== undefined && mayKnow(of.settings));
      return viewOfTry(tried, { known, question: of && tried.variant === 0 ? firstOf(of.question) : null });
    });
    const roundOf = (part: string): number => rounds.find(({ partId }) => partId === part)?.round ?? 1;
    const now = tries.filter((tried) => tried.go === go && tried.round === roundOf(tried.partId));
    const shown = asked.filter((one) => who.all || isShown(one, states) || showsRight(one, { asked, now }, who.stage));
    const school = await schoolOfGroup(groupId);
    return {
      go,
      tries: views,
      asked: parts.map((part) => ({ part: part.id, questions: ownQuestions(part, pieceId).map(({ id }) => id) })),
      spreads: who.stage.is === 'being made' ? [] : await this.spreads(looked, parts),
      hints: asked.flatMap((one) => hintsOf(one, hints)),
      help: help.map((used) => helpOf(used, who.all || knowsOf(used, asked))),
      rounds: rounds.map(({ partId, round }) => ({ part: partId, round })),
      closed: states.filter(({ closed }) => closed).map(({ part, question }) => ({ part, question })),
      shown: shown.flatMap((one) => rightOf(one, school)),
      times,
      now: this.clock(),
    };
  }

  /** What the group said, of parts whose learners are shown that. */
  private async spreads(
    { activityId, groupId, pieceId }: Looked,
    parts: readonly QuestionsPart[],
  ): Promise<SpreadView[]> {
    const showing = parts.filter(({ settings }) => settings.spreadShown);
    if (showing.length === 0) return [];
    const tries = await this.answers.triesOfGroup({ activity: activityId, group: groupId });
    const own = new Set(showing.flatMap((part) => ownQuestions(part, pieceId).map(({ id }) => id)));
    return questionReports({ parts: showing, tries, hints: [] })
      .filter(({ question }) => own.has(question.id))
      .map(({ part, question, spread }) => ({
        part,
        question: question.id,
        answers: spread.map(({ words, count }) => ({ words, count })),
      }));
  }
}

const askedIn = ({ id: part, settings }: QuestionsPart, pieceId: string): AskedHere[] =>
  ownQuestions({ settings }, pieceId).map((question) => ({
    part,
    question,
    settings,
  }));

const isShown = ({ part, question }: AskedHere, states: readonly QuestionStateView[]): boolean =>
  states.some((state) => state.shown && state.part === part && state.question === question.id);

/** Whether a learner is shown what was right of a question. @param now tries of this go and this time through */
function showsRight(
  { part, question, settings }: AskedHere,
  { asked, now }: { asked: readonly AskedHere[]; now: readonly QuestionTry[] },
  stage: Stage,
): boolean {
  const triesAt = (id: string): QuestionTry[] =>
    now.filter((tried) => tried.partId === part && tried.questionId === id);
  if (settings.rightShown === 'never') return false;
  if (settings.rightShown === 'once finished') return stage.is === 'finished';
  if (settings.rightShown === 'once due') return stage.due && stage.is !== 'being made';
  if (stage.is !== 'being made') return true;
  if (settings.rightShown === 'once all are given')
    return asked.every((one) => one.part !== part || isOver(settings, triesAt(one.question.id)));
  return settings.rightShown === 'after the last try' && mayKnow(settings) && isDone(settings, triesAt(question.id));
}

/** Whether a question can't be tried any more. Where nothing is told, only the last try tells that. */
const isOver = (settings: QuestionsSettings, tries: readonly QuestionTry[]): boolean =>
  mayKnow(settings) ? isDone(settings, tries) : settings.tries !== null && tries.length >= settings.tries;

function hintsOf({ part, question }: AskedHere, asked: readonly QuestionHint[]): HintsView[] {
  const most = Math.max(
    0,
    ...asked.filter((hint) => hint.partId === part && hint.questionId === question.id).map(({ number }) => number),
  );
  const hints = firstOf(question).hints.slice(0, most);
  return hints.length > 0 ? [{ part, question: question.id, hints }] : [];
}

const knowsOf = ({ partId }: QuestionHelp, asked: readonly AskedHere[]): boolean => {
  const settings = asked.find(({ part }) => part === partId)?.settings;
  return settings !== undefined && mayKnow(settings);
};

const helpOf = ({ partId, questionId, kind, number, isRight }: QuestionHelp, known: boolean): HelpUsed => ({
  part: partId,
  question: questionId,
  kind,
  number,
  right: known ? (isRight ?? null) : null,
});

function rightOf({ part, question }: AskedHere, school: School): RightView[] {
  const first = firstOf(question);
  const right = rightAnswer(first, school);
  const asked = askedOf(first, (list) => [...list]);
  return right ? [{ part, question: question.id, words: answerWords(asked, right) }] : [];
}
