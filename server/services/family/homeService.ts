import { Op, type Sequelize } from 'sequelize';
import type {
  ChildCard,
  HomeGo,
  HomeGoView,
  HomeNotice,
  HomePiece,
  HomeState,
  HomeView,
} from '@lippet/core/contract/family';
import { withoutOthers } from '@lippet/core/page/shared/withoutOthers';
import type { PieceState } from '@lippet/core/piece/pieceState';
import * as Y from 'yjs';
import type { PictureOffer } from '../../media/picture';
import {
  Activity,
  FamilyCard,
  FamilySeen,
  FamilyTie,
  Group,
  Membership,
  Notice,
  Person,
  Review,
  School,
  Submission,
} from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { activityParts } from '../pieces/activityParts';
import type { ActivityPictureService } from '../pieces/activityPictures';
import type { PagePictureService } from '../pieces/pagePictures';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { findGo, frozenDocument, frozenMarks, goesOf } from '../reviewing/goes';
import { openingsOf } from '../wall/openings';
import { peopleOf } from './findCard';

/** What it works with. */
interface HomeWorld {
  sequelize: Sequelize;
  facts: PieceFactsService;
  pictures: PagePictureService;
  activityPictures: ActivityPictureService;
}

/** So many notices are shown. */
const NOTICES = 12;

const STATES: Record<PieceState, HomeState> = {
  new: 'new',
  started: 'new',
  ready: 'new',
  'with-teacher': 'with-teacher',
  'another-go': 'another-go',
  finished: 'finished',
};

/** What home sees of a child: what is to do, what was sent, what came back. Nothing of a draft, and of nobody else. */
export class HomeService {
  constructor(
    private readonly world: HomeWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /** The children whom somebody sees from home. */
  async children(actor: Actor): Promise<ChildCard[]> {
    const people = await Person.findAll({ where: { id: [...actor.watches] }, order: ['name', 'id'] });
    const cards: ChildCard[] = [];
    for (const { id, name, badge, schoolId } of people) {
      const school = await School.findByPk(schoolId, { attributes: ['name'], rejectOnEmpty: true });
      const goes = (await this.pieces(id)).flatMap((piece) => piece.goes);
      const seen = await FamilySeen.count({
        where: { personId: actor.personId, submissionId: goes.map((one) => one.id) },
      });
      const groups = await groupsOf(id);
      cards.push({
        id,
        name,
        badge,
        school: school.name,
        groups: groups.map((group) => group.name),
        unseen: goes.length - seen,
      });
    }
    return cards;
  }

  /** All that home sees of a child. That somebody at home has looked is noted, and the child can know it. */
  async view(actor: Actor, childId: string): Promise<HomeView> {
    if (!policy.seeHome(actor, childId)) throw notFound();
    const child = await Person.findByPk(childId, { rejectOnEmpty: true });
    const school = await School.findByPk(child.schoolId, { rejectOnEmpty: true });
    const groups = await groupsOf(childId);
    await this.noteLook(actor, childId);
    return {
      child: { id: child.id, name: child.name, badge: child.badge },
      school: { name: school.name, zone: school.zone },
      groups: groups.map(({ name }) => name),
      pieces: await this.pieces(childId),
      notices: await noticesOf(groups),
      walls: await wallsOf(groups, this.clock()),
      cards: await this.cards(actor, childId),
    };
  }

  private async noteLook(actor: Actor, childId: string): Promise<void> {
    if (!actor.watches.has(childId)) return;
    const cards = await FamilyCard.findAll({ where: { childId, endedAt: null }, attributes: ['id'] });
    await FamilyTie.update(
      { lookedAt: new Date(this.clock()) },
      { where: { personId: actor.personId, cardId: cards.map(({ id }) => id) } },
    );
  }

  /** A family knows of its own cards alone; the child knows of all. */
  private async cards(actor: Actor, childId: string): Promise<HomeView['cards']> {
    const all = await FamilyCard.findAll({ where: { childId, endedAt: null }, order: [['madeAt', 'ASC']] });
    const views: HomeView['cards'] = [];
    for (const { id, groupId } of all) {
      const people = await peopleOf(id);
      if (actor.personId !== childId && !people.some((person) => person.id === actor.personId)) continue;
      const group = await Group.findByPk(groupId, { attributes: ['name'], rejectOnEmpty: true });
      views.push({
        id,
        group: group.name,
        teachers: await teacherNames(groupId),
        people: people.map(({ name, lookedAt }) => ({ name, lookedAt })),
      });
    }
    return views;
  }

  /** How each piece of a child stands, as home is told. */
  async pieces(childId: string): Promise<HomePiece[]> {
    const standings = (await this.world.facts.find({ personId: childId })).filter(({ status }) => !status.notOpen);
    const goes = await this.releasedGoes(standings);
    return standings.map((standing) => pieceOf(standing, goes.get(standing.pieceId ?? '') ?? []));
  }

  private async releasedGoes(standings: readonly Standing[]): Promise<Map<string, HomeGo[]>> {
    const sent = await Submission.findAll({
      where: { pieceId: standings.flatMap(({ pieceId }) => pieceId ?? []), withdrawnAt: null },
      attributes: ['id', 'pieceId', 'number'],
      order: [['number', 'DESC']],
    });
    const reviews = await Review.findAll({
      where: { submissionId: sent.map(({ id }) => id), releasedAt: { [Op.not]: null } },
      attributes: ['submissionId', 'outcome', 'releasedAt'],
    });
    const seen = await seenBy(reviews.map(({ submissionId }) => submissionId));
    const found = new Map<string, HomeGo[]>();
    for (const { id, pieceId, number } of sent) {
      const review = reviews.find(({ submissionId }) => submissionId === id);
      if (!review) continue;
      const one = {
        id,
        number,
        outcome: review.outcome!,
        releasedAt: review.releasedAt!.getTime(),
        seenBy: seen.get(id) ?? [],
      };
      found.set(pieceId, [...(found.get(pieceId) ?? []), one]);
    }
    return found;
  }

  /** What came back of a go. @throws ProblemError `not-found`, also before it has come back */
  async goView(actor: Actor, goId: string): Promise<HomeGoView> {
    const { piece, activity } = await this.released(actor, goId);
    const goes = await goesOf(piece.id);
    const { parts } = await activityParts(activity.id);
    const child = await Person.findByPk(piece.personId, { attributes: ['name'], rejectOnEmpty: true });
    return {
      go: goes.find(({ id }) => id === goId)!,
      title: activity.title,
      parts,
      child: child.name,
      seenBy: (await seenBy([goId])).get(goId) ?? [],
      mayBeSeen: policy.callSeen(actor, piece, true),
    };
  }

  private async released(actor: Actor, goId: string) {
    const context = await findGo(this.world.facts, goId);
    const review = await Review.findOne({ where: { submissionId: goId } });
    const released = Boolean(review?.releasedAt) && !context.go.withdrawnAt;
    if (!policy.seeReleased(actor, context.piece, released)) throw notFound();
    return { ...context, review: review! };
  }

  /** What was sent, without what others made on a sheet that they filled together. */
  async document(actor: Actor, goId: string): Promise<Uint8Array> {
    await this.released(actor, goId);
    return withoutOthers(await frozenDocument(goId));
  }

  /** The marks on it; empty where there are none. */
  async marks(actor: Actor, goId: string): Promise<Uint8Array> {
    const { review } = await this.released(actor, goId);
    return (await frozenMarks(review.id)) ?? Y.encodeStateAsUpdate(new Y.Doc());
  }

  /** Its first page as WebP, with the marks. */
  async picture(actor: Actor, goId: string): Promise<PictureOffer> {
    const { piece, review } = await this.released(actor, goId);
    return this.world.pictures.offer(piece, `home.${goId}.${review.releasedAt!.getTime()}`, async () => {
      const updates = [withoutOthers(await frozenDocument(goId))];
      const page = await this.world.pictures.maybe(piece, { updates, marks: await frozenMarks(review.id) });
      return page ?? this.world.activityPictures.draw(piece.activityId);
    });
  }

  /** Somebody at home has seen what came back. Said again, it stays said. */
  async callSeen(actor: Actor, goId: string): Promise<void> {
    const { piece } = await this.released(actor, goId);
    if (!policy.callSeen(actor, piece, true)) throw notFound();
    await FamilySeen.bulkCreate([{ personId: actor.personId, submissionId: goId, at: new Date(this.clock()) }], {
      ignoreDuplicates: true,
    });
  }
}

/** Groups that a child learns in, by name. */
async function groupsOf(childId: string): Promise<Group[]> {
  const members = await Membership.findAll({ where: { personId: childId, role: 'learner', leftAt: null } });
  return Group.findAll({ where: { id: members.map(({ groupId }) => groupId) }, order: ['name'] });
}

/** Walls that are open to families. */
async function wallsOf(groups: readonly Group[], now: number): Promise<HomeView['walls']> {
  const openings = await openingsOf(
    groups.map(({ id }) => id),
    now,
  );
  const activities = await Activity.findAll({
    where: { id: openings.map(({ activityId }) => activityId) },
    attributes: ['id', 'title'],
  });
  return openings.map(({ activityId, groupId, endsAt }) => ({
    activityId,
    groupId,
    title: activities.find(({ id }) => id === activityId)!.title,
    endsAt: endsAt.getTime(),
  }));
}

export async function teacherNames(groupId: string): Promise<string[]> {
  const members = await Membership.findAll({ where: { groupId, role: 'teacher', leftAt: null } });
  const people = await Person.findAll({
    where: { id: members.map(({ personId }) => personId) },
    attributes: ['name'],
    order: ['name'],
  });
  return people.map(({ name }) => name);
}

/** What teachers told their classes; what children answered is theirs. */
async function noticesOf(groups: readonly Group[]): Promise<HomeNotice[]> {
  const rows = await Notice.findAll({
    where: { groupId: groups.map(({ id }) => id), replyTo: null, removedAt: null },
    order: [['at', 'DESC']],
    limit: NOTICES,
  });
  const people = await Person.findAll({ where: { id: rows.map(({ authorId }) => authorId), role: 'teacher' } });
  return rows.flatMap(({ id, authorId, groupId, words, at: time }) => {
    const author = people.find((person) => person.id === authorId);
    const group = groups.find((one) => one.id === groupId)!;
    return author && words !== '' ? [{ id, author: author.name, group: group.name, words, at: time!.getTime() }] : [];
  });
}

/** Names of those at home who have called goes seen. */
async function seenBy(goIds: readonly string[]): Promise<Map<string, string[]>> {
  const rows = await FamilySeen.findAll({ where: { submissionId: [...goIds] }, order: [['at', 'ASC']] });
  const people = await Person.findAll({
    where: { id: rows.map(({ personId }) => personId) },
    attributes: ['id', 'name'],
  });
  const names = new Map(people.map(({ id, name }) => [id, name]));
  const found = new Map<string, string[]>();
  for (const { submissionId, personId } of rows)
    found.set(submissionId, [...(found.get(submissionId) ?? []), names.get(personId)!]);
  return found;
}

function pieceOf(standing: Standing, goes: HomeGo[]): HomePiece {
  const { activityId, title, subject, teacher, facts, status, latestGo } = standing;
  return {
    activityId,
    title,
    subject,
    teacher,
    due: facts.due,
    overdue: status.overdue,
    state: STATES[status.state],
    sentAt: latestGo?.sentAt ?? null,
    goes,
  };
}
