import { QueryTypes, type Sequelize } from 'sequelize';
import type { HangingState, HangingView, WallAnswerView, WallCard, WallView } from '@lippet/core/contract/wall';
import { documentOf, readPages } from '@lippet/core/page/document';
import {
  Activity,
  Assignment,
  Group,
  Hanging,
  HangingAnswer,
  Membership,
  Person,
  Piece,
  Submission,
  type WallOpening,
} from '../../models/tables';
import type { PictureOffer } from '../../media/picture';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import type { MediaService } from '../media/media';
import type { PagePictureService } from '../pieces/pagePictures';
import { frozenDocument } from '../reviewing/goes';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { showsExample } from './exampleAccess';
import type { ExampleService } from './examples';
import { findHanging, isLet } from './findHanging';
import { openingOf } from './openings';

const LARGE = 1_400;
/** In place of whose it is. */
const NOBODYS_BADGE = '#CFC5AE';

interface Place {
  activityId: string;
  groupId: string;
}

const stateOf = (row: { letAt?: Date | null; heldAt?: Date | null }): HangingState => {
  if (row.heldAt) return 'held';
  return isLet(row) ? 'hangs' : 'waits';
};

/** Whether it is asked for as an example is between its learner and their teachers. */
const mayKnow = (actor: Actor, hanging: Hanging): boolean =>
  hanging.personId === actor.personId || policy.leadWall(actor, hanging);

type PersonRow = Pick<Person, 'id' | 'name' | 'badge'>;

/** What it works with. */
interface WallWorld {
  sequelize: Sequelize;
  pictures: PagePictureService;
  media: MediaService;
  facts: PieceFactsService;
  examples: ExampleService;
}

/** What hangs on the walls of a group, as whoever looks may see it. */
export class WallService {
  constructor(
    private readonly world: WallWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Walls of a group on which something hangs, or on which something of one's own or of one's learners waits. */
  async list(actor: Actor, groupId: string): Promise<WallCard[]> {
    if (!policy.readClassroom(actor, groupId)) throw notFound();
    const teaches = policy.leadWall(actor, { groupId });
    const rows = await this.world.sequelize.query<{ id: string; title: string; hangs: string; waits: string }>(
      `SELECT a.id, a.title,
         count(*) FILTER (WHERE h.let_at IS NOT NULL AND h.held_at IS NULL) AS hangs,
         count(*) FILTER (WHERE h.let_at IS NULL AND h.held_at IS NULL) AS waits
       FROM hangings h JOIN activities a ON a.id = h.activity_id
       JOIN submissions s ON s.id = h.submission_id AND s.withdrawn_at IS NULL
       WHERE h.group_id = :groupId
         AND (:teaches OR h.person_id = :person OR (h.let_at IS NOT NULL AND h.held_at IS NULL))
       GROUP BY a.id, a.title ORDER BY max(h.hung_at) DESC`,
      { replacements: { groupId, teaches, person: actor.personId }, type: QueryTypes.SELECT },
    );
    const examples = await this.world.examples.counts(actor, groupId);
    const cards = rows.map(({ id, title, hangs, waits }): WallCard => ({
      activityId: id,
      title,
      hangs: Number(hangs),
      waits: Number(waits),
      examples: examples.get(id)?.examples ?? 0,
      teaches,
    }));
    const listed = new Set(cards.map(({ activityId }) => activityId));
    const before = [...examples].filter(([id]) => !listed.has(id));
    return [...cards, ...before.map(([id, one]) => ({ activityId: id, hangs: 0, waits: 0, teaches, ...one }))];
  }

  async view(actor: Actor, { activityId, groupId }: Place): Promise<WallView> {
    const [group, activity, assignment] = [
      await Group.findByPk(groupId),
      await Activity.findByPk(activityId),
      await Assignment.findOne({ where: { activityId, groupId } }),
    ];
    const opening = await openingOf({ activityId, groupId }, this.clock());
    const ofClass = policy.readClassroom(actor, groupId);
    const fromHome = !ofClass && policy.seeWallFromHome(actor, { groupId, openToHome: opening !== null });
    if (!group || !activity || !assignment || (!ofClass && !fromHome)) throw notFound();
    const members = await Membership.findAll({ where: { groupId, leftAt: null }, attributes: ['personId', 'role'] });
    const teachers = await Person.findAll({
      where: { id: members.filter(({ role }) => role === 'teacher').map(({ personId }) => personId) },
      attributes: ['name'],
      order: ['name'],
    });
    return {
      activityId,
      title: activity.title,
      group: { id: group.id, name: group.name },
      seenBy: {
        learners: members.filter(({ role }) => role === 'learner').length,
        teachers: teachers.map(({ name }) => name),
      },
      way: activity.wall ?? 'none',
      teaches: policy.leadWall(actor, { groupId }),
      shownLater: await this.world.examples.left({ activityId, groupId }),
      families: opening && { named: opening.named, endsAt: opening.endsAt.getTime() },
      fromHome,
      pieces: fromHome
        ? asAtHome(actor, await this.pieces(actor, { activityId, groupId }), opening!)
        : await this.pieces(actor, { activityId, groupId }),
      examples: fromHome ? [] : await this.examplesOf(actor, { activityId, groupId }),
    };
  }

  /** What other classes left of it, with names where their learners said so, and without what was said to it. */
  private async examplesOf(actor: Actor, place: Place): Promise<HangingView[]> {
    const rows = await this.world.examples.of(actor, place);
    const named = rows.filter(({ example }) => example === 'named').map(({ personId }) => personId);
    const people = new Map(
      (await Person.findAll({ where: { id: named }, attributes: ['id', 'name', 'badge'] })).map((one) => [one.id, one]),
    );
    return rows.map((hanging) => ({
      id: hanging.id,
      personId: '',
      name: hanging.example === 'named' ? people.get(hanging.personId)!.name : '',
      badge: hanging.example === 'named' ? people.get(hanging.personId)!.badge : NOBODYS_BADGE,
      mine: false,
      title: hanging.title,
      alt: hanging.alt,
      pages: hanging.pages,
      recording: hanging.recording ?? null,
      state: 'hangs',
      why: '',
      example: 'none',
      hungAt: hanging.hungAt.getTime(),
      answers: [],
    }));
  }

  private async pieces(actor: Actor, place: Place): Promise<HangingView[]> {
    const openToHome = (await openingOf(place, this.clock())) !== null;
    const all = await Hanging.findAll({
      where: { ...place },
      order: [
        ['hungAt', 'DESC'],
        ['id', 'ASC'],
      ],
    });
    const sent = await stillSent(all);
    const seen = all
      .filter(({ submissionId }) => sent.has(submissionId))
      .filter((hanging) => policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging), openToHome }));
    const answers = await HangingAnswer.findAll({
      where: { hangingId: seen.map(({ id }) => id) },
      order: [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ],
    });
    const people = new Map<string, PersonRow>(
      (
        await Person.findAll({
          where: { id: [...new Set([...seen, ...answers].map(({ personId }) => personId))] },
          attributes: ['id', 'name', 'badge'],
        })
      ).map((person) => [person.id, person]),
    );
    const views = seen.map((hanging): HangingView => {
      const { name, badge } = people.get(hanging.personId)!;
      return {
        id: hanging.id,
        personId: hanging.personId,
        name,
        badge,
        mine: hanging.personId === actor.personId,
        title: hanging.title,
        alt: hanging.alt,
        pages: hanging.pages,
        recording: hanging.recording ?? null,
        state: stateOf(hanging),
        why: hanging.why!,
        example: mayKnow(actor, hanging) ? (hanging.example ?? 'none') : 'none',
        hungAt: hanging.hungAt.getTime(),
        answers: answers
          .filter(({ hangingId }) => hangingId === hanging.id)
          .filter((answer) => isLet(answer) || answer.personId === actor.personId || policy.leadWall(actor, place))
          .map((answer) => answerView(actor, answer, people.get(answer.personId)!.name)),
      };
    });
    // What waits comes first: there something is to be done, or to be known.
    return views.sort((one, other) => Number(one.state === 'hangs') - Number(other.state === 'hangs'));
  }

  /** A page of what hangs as WebP, small or large; of a film its cover. */
  async picture(actor: Actor, id: string, { page, large }: { page: number; large: boolean }): Promise<PictureOffer> {
    const hanging = await findHanging(id);
    const openToHome = (await openingOf(hanging, this.clock())) !== null;
    const onWall = policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging), openToHome });
    if (!onWall && !(await showsExample(this.world.facts, actor, hanging))) throw notFound();
    const { pieceId, withdrawnAt } = await Submission.findByPk(hanging.submissionId, { rejectOnEmpty: true });
    if (withdrawnAt) throw notFound();
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    // Named by what it shows: an id that was taken down may be used again, for something else.
    const shows = hanging.recording?.media ?? hanging.pageId ?? page;
    return this.world.pictures.offer(piece, `wall.${hanging.submissionId}.${shows}.${large}`, async () => {
      if (hanging.recording) return this.cover(piece, hanging.recording.media);
      const document = await frozenDocument(hanging.submissionId);
      const pages = readPages(documentOf(document)).map((one) => one.id);
      const shown = hanging.pageId ?? pages[page - 1];
      if (shown === undefined) throw notFound();
      return this.world.pictures.of(piece, { updates: [document], page: shown, width: large ? LARGE : undefined });
    });
  }

  private async cover(piece: Piece, media: string): Promise<Buffer> {
    const picture = await this.world.media.picturesOf(piece)(media, 1);
    if (!picture) throw notFound();
    return picture;
  }
}

/** What the class says to it stays with the class; whose it is is told where that was opened, and of one's own child. */
const asAtHome = (actor: Actor, pieces: readonly HangingView[], { named }: WallOpening): HangingView[] =>
  pieces.map((piece) => {
    const isTold = named || actor.watches.has(piece.personId);
    return { ...piece, answers: [], ...(isTold ? {} : { personId: '', name: '', badge: NOBODYS_BADGE }) };
  });

/** Ids of the goes that were not taken back: a draft is its learner's alone, and does not hang. */
async function stillSent(all: readonly Hanging[]): Promise<Set<string>> {
  const goes = await Submission.findAll({
    where: { id: all.map(({ submissionId }) => submissionId), withdrawnAt: null },
    attributes: ['id'],
  });
  return new Set(goes.map(({ id }) => id));
}

const answerView = (actor: Actor, answer: HangingAnswer, name: string): WallAnswerView => ({
  id: answer.id,
  name,
  mine: answer.personId === actor.personId,
  stamp: answer.stamp ?? null,
  words: answer.words,
  voice: answer.mediaId ?? null,
  state: stateOf(answer),
  why: answer.why!,
  at: answer.at.getTime(),
});
