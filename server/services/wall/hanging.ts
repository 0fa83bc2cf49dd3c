import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import { WALL_LIMITS, type WallStamp } from '@lippet/core/contract/wall';
import { documentOf, readPages } from '@lippet/core/page/document';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import { Activity, Assignment, Hanging, HangingAnswer, WallOpening, type Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { insistOnOwnFile } from '../media/ownFile';
import { tellPerson, tellTeachers } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { findGo, frozenDocument } from '../reviewing/goes';
import { findAnswer, findHanging, isLet } from './findHanging';
import { wallPath } from './wallPath';

/** What a learner wants to hang. */
interface Wish {
  id: string;
  page: string | null;
  part: string | null;
  title: string;
  alt: string;
}

/** What of a go is hung. */
interface Hung {
  pages: number;
  recording: RecordedMessage | null;
}

/** Hanging work, taking it down, letting it hang, and saying something to it. */
export class HangingService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly clock: () => number = Date.now,
  ) {}

  /**
   * Hangs something of a go that was sent. The same id again hangs it once.
   * @throws ProblemError `not-found` where there is no such page or recording, `conflict` where there is no wall
   */
  async hang(actor: Actor, goId: string, wish: Wish): Promise<void> {
    const { go: submission, piece, activity, work } = await findGo(this.facts, goId);
    if (!policy.hangWork(actor, piece, work) || submission.withdrawnAt) throw notFound();
    if (activity.wall === 'none')
      throw new ProblemError('conflict', 'Nothing is hung of this activity. Your work is kept.');
    const hung = await this.found(submission, wish);
    await this.sequelize.transaction((transaction) =>
      this.put(actor, { submission, activity, groupId: work.groupId, wish, hung }, transaction),
    );
  }

  /** @throws ProblemError `not-found` */
  private async found({ id }: Submission, { page, part }: Wish): Promise<Hung> {
    const doc = documentOf(await frozenDocument(id));
    if (part !== null) {
      const take = chosenTake(readTakes(doc, part));
      if (!take) throw notFound();
      const { sort, media, seconds, spans } = take;
      return { pages: 0, recording: { sort, media, seconds, spans: [...spans] } };
    }
    const pages = readPages(doc).filter((one) => page === null || one.id === page);
    if (pages.length === 0) throw notFound();
    return { pages: pages.length, recording: null };
  }

  private async put(
    actor: Actor,
    {
      submission,
      activity,
      groupId,
      wish: { id, page, part, title, alt },
      hung,
    }: { submission: Submission; activity: Activity; groupId: string; wish: Wish; hung: Hung },
    transaction: Transaction,
  ): Promise<void> {
    // Two devices of one learner come one after the other.
    await this.sequelize.query('SELECT 1 FROM pieces WHERE id = :id FOR UPDATE', {
      replacements: { id: submission.pieceId },
      transaction,
    });
    const before = await Hanging.findByPk(id, { transaction });
    if (before) {
      if (before.personId !== actor.personId) throw notFound();
      return;
    }
    const place = { activityId: activity.id, groupId, personId: actor.personId };
    if ((await Hanging.count({ where: place, transaction })) >= WALL_LIMITS.own)
      throw new ProblemError('conflict', `You have ${WALL_LIMITS.own} things on this wall. Take one down first.`);
    const now = new Date(this.clock());
    await Hanging.create(
      {
        id,
        ...place,
        submissionId: submission.id,
        pageId: page,
        partId: part,
        ...hung,
        title,
        alt,
        hungAt: now,
        letAt: activity.wall === 'open' ? now : null,
      },
      { transaction },
    );
    if (activity.wall !== 'teacher') return;
    const words = `Something waits to hang on the wall: ${activity.title}`;
    const path = wallPath(activity.id, groupId);
    await tellTeachers(groupId, { kind: 'wall', words, path, key: `wall:${activity.id}:${dayOf(now)}` }, transaction);
  }

  /** Takes a piece down, with what was said to it: its learner, or a teacher. */
  async takeDown(actor: Actor, id: string): Promise<void> {
    const hanging = await findHanging(id);
    if (!policy.takeDown(actor, hanging)) throw notFound();
    await hanging.destroy();
  }

  /** Lets a piece hang, or keeps it back and says why. Whose it is, is told. */
  async decide(actor: Actor, id: string, decision: { hangs: boolean; why: string }): Promise<void> {
    const hanging = await findHanging(id);
    if (!policy.leadWall(actor, hanging)) throw notFound();
    await this.sequelize.transaction((transaction) => this.let(hanging, decision, transaction));
  }

  /** Lets all hang that waits. */
  async letAll(actor: Actor, place: { activityId: string; groupId: string }): Promise<void> {
    if (!policy.leadWall(actor, place)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      const waiting = await Hanging.findAll({ where: { ...place, letAt: null, heldAt: null }, transaction });
      for (const hanging of waiting) await this.let(hanging, { hangs: true, why: '' }, transaction);
    });
  }

  private async let(
    hanging: Hanging,
    { hangs, why }: { hangs: boolean; why: string },
    transaction: Transaction,
  ): Promise<void> {
    const now = new Date(this.clock());
    const wasLet = isLet(hanging);
    await hanging.update(
      { letAt: hangs ? (hanging.letAt ?? now) : hanging.letAt, heldAt: hangs ? null : now, why: hangs ? '' : why },
      { transaction },
    );
    if (wasLet === hangs) return;
    const { activityId, groupId, personId, id } = hanging;
    const { title } = await Activity.findByPk(activityId, { attributes: ['title'], transaction, rejectOnEmpty: true });
    const words = hangs ? `Your work hangs on the wall: ${title}` : `Your teacher keeps this off the wall: ${title}`;
    const news = { kind: 'wall', words, path: wallPath(activityId, groupId), key: `hung:${id}:${hangs}` } as const;
    await tellPerson(personId, news, transaction);
  }

  /**
   * Says something to a piece that hangs. The same id again says it once.
   * @throws ProblemError `bad-request` where nothing is said
   */
  async answer(
    actor: Actor,
    id: string,
    answer: { id: string; stamp: WallStamp | null; words: string; media: string | null },
  ): Promise<void> {
    const hanging = await findHanging(id);
    if (!policy.answerOnWall(actor, { ...hanging.get(), hangs: isLet(hanging) })) throw notFound();
    const { media, ...told } = answer;
    const isSpoken = told.words !== '' || media !== null;
    if (!isSpoken && told.stamp === null) throw new ProblemError('bad-request', 'Say something first.');
    if ((await HangingAnswer.count({ where: { hangingId: id } })) >= WALL_LIMITS.answers)
      throw new ProblemError('conflict', 'A lot has been said here already. There is no room for more.');
    const { wall } = await Activity.findByPk(hanging.activityId, { attributes: ['wall'], rejectOnEmpty: true });
    const now = new Date(this.clock());
    // A stamp says nothing that anybody would have to read first.
    const isFree = wall === 'open' || policy.leadWall(actor, hanging) || !isSpoken;
    const row = {
      ...told,
      mediaId: media,
      hangingId: id,
      personId: actor.personId,
      at: now,
      letAt: isFree ? now : null,
    };
    try {
      await this.sequelize.transaction(async (transaction) => {
        if (media) await insistOnOwnFile(actor, media, { kinds: ['sound'], groupId: hanging.groupId }, transaction);
        await HangingAnswer.create(row, { transaction });
      });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      const known = await HangingAnswer.findByPk(answer.id);
      if (known?.personId !== actor.personId) throw notFound();
    }
  }

  /** Opens a wall to the families of its group for some days, or closes it. */
  async openToFamilies(
    actor: Actor,
    place: { activityId: string; groupId: string },
    opening: { named: boolean; days: number } | null,
  ): Promise<void> {
    if (!policy.leadWall(actor, place) || !(await Assignment.findOne({ where: { ...place } }))) throw notFound();
    if (opening === null) await WallOpening.destroy({ where: { ...place } });
    else
      await WallOpening.upsert({
        ...place,
        named: opening.named,
        endsAt: new Date(this.clock() + opening.days * DAY),
      });
  }

  /** Puts a teacher's stamp under all that hangs; where theirs is already, it stays one. */
  async thankAll(actor: Actor, place: { activityId: string; groupId: string }, stamp: WallStamp): Promise<void> {
    if (!policy.leadWall(actor, place)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      const all = await Hanging.findAll({ where: { ...place }, lock: transaction.LOCK.UPDATE, transaction });
      const hanging = all.filter(isLet).map(({ id }) => id);
      const own = { hangingId: hanging, personId: actor.personId, stamp };
      const known = await HangingAnswer.findAll({ where: own, attributes: ['hangingId'], transaction });
      const thanked = new Set(known.map(({ hangingId }) => hangingId));
      const now = new Date(this.clock());
      await HangingAnswer.bulkCreate(
        hanging
          .filter((id) => !thanked.has(id))
          .map((hangingId) => ({
            id: randomUUID(),
            hangingId,
            personId: actor.personId,
            stamp,
            words: '',
            at: now,
            letAt: now,
          })),
        { transaction },
      );
    });
  }

  /** Lets what was said stand, or keeps it back and says why to whoever said it. */
  async decideAnswer(actor: Actor, id: string, { hangs, why }: { hangs: boolean; why: string }): Promise<void> {
    const { answer, hanging } = await findAnswer(id);
    if (!policy.leadWall(actor, hanging)) throw notFound();
    const now = new Date(this.clock());
    await answer.update({
      letAt: hangs ? (answer.letAt ?? now) : answer.letAt,
      heldAt: hangs ? null : now,
      why: hangs ? '' : why,
    });
  }
}

const DAY = 86_400_000;
const dayOf = (time: Date): string => time.toISOString().slice(0, 10);
