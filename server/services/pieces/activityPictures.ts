import sharp from 'sharp';
import * as Y from 'yjs';
import { documentOf, pageItems, startDocument } from '@lippet/core/page/document';
import { putItem, topOrder } from '@lippet/core/page/item';
import { picturesIn } from '@lippet/core/words/richText';
import { kindSignSvg } from '@lippet/core/parts/kindSign';
import { INK_COLOURS } from '@lippet/core/ink/tools';
import type { PictureOffer } from '../../media/picture';
import { Activity, Assignment, Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { activityParts } from './activityParts';
import type { PagePictureService } from './pagePictures';
import type { PieceFactsService } from './pieceFacts';

/** What of an activity says what it looks like. */
const SHOWN = ['id', 'partsRevision', 'task'];
/** Width of the page that a picture of the task is drawn on, in points. */
const PAGE_WIDTH = 595;
/** The colour of paper. */
const GROUND = '#FFFCF4';

/**
 * What an activity looks like before anything is made in it: its first sheet; where that is blank, the first picture in
 * its task; else a sign for how it is answered.
 */
export class ActivityPictureService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly pictures: PagePictureService,
  ) {}

  /** @throws ProblemError `not-found` for whoever may not see the activity */
  async of(actor: Actor, activityId: string): Promise<PictureOffer> {
    const attributes = [...SHOWN, 'teacherId'];
    const activity = await Activity.findByPk(activityId, { attributes });
    if (!activity || !(await this.maySee(actor, activity))) throw notFound();
    return this.offer(activity);
  }

  private async maySee(actor: Actor, { id, teacherId }: Activity): Promise<boolean> {
    if (actor.role === 'teacher') {
      const assigned = await Assignment.findAll({ where: { activityId: id }, attributes: ['groupId'] });
      return policy.planActivity(actor, { teacherId, groups: assigned.map(({ groupId }) => groupId) });
    }
    for (const personId of actor.watches) {
      const [watched] = await this.facts.find({ personId, activityId: id });
      if (watched && policy.seeSheets(actor, watched, watched.status)) return true;
    }
    const [standing] = await this.facts.find({ personId: actor.personId, activityId: id });
    return standing !== undefined && policy.seeActivity(actor, standing, standing.status);
  }

  /** For whoever may see it. */
  async draw(activityId: string): Promise<Buffer> {
    return this.offer(await Activity.findByPk(activityId, { attributes: SHOWN, rejectOnEmpty: true })).draw();
  }

  private offer({ id, partsRevision, task }: Activity): PictureOffer {
    const [picture = null] = picturesIn(task);
    return this.pictures.unchanging(`${id}.${partsRevision}.${picture}`, () => this.drawn(id, picture));
  }

  private async drawn(activityId: string, taskPicture: string | null): Promise<Buffer> {
    const { parts, pages, together } = await activityParts(activityId);
    // A blank sheet says nothing: how it is answered says more.
    const telling = [...pages, ...together].find(({ background }) => background.kind !== 'blank' || background.drawn);
    if (telling) return this.pictures.of({ id: activityId, activityId }, { updates: [startDocument([telling])] });
    const chosen = taskPicture && (await this.ofPicture(activityId, taskPicture));
    if (chosen) return chosen;
    const first = parts.find(({ removed }) => !removed)?.kind ?? null;
    const svg = kindSignSvg(first, { line: INK_COLOURS.ink, ground: GROUND });
    return sharp(Buffer.from(svg)).webp().toBuffer();
  }

  /** A picture that the teacher put into the task; null where it is none of the activity's. */
  private async ofPicture(activityId: string, media: string): Promise<Buffer | null> {
    const found = await Media.findOne({ where: { id: media, activityId, kind: 'picture' } });
    if (!found?.width || !found.height) return null;
    const height = (PAGE_WIDTH * found.height) / found.width;
    const page = { id: media, part: activityId, width: PAGE_WIDTH, height, background: { kind: 'blank' as const } };
    const doc = documentOf(startDocument([page]));
    const items = pageItems(doc, page.id)!;
    putItem(items, media, {
      kind: 'picture',
      media,
      width: PAGE_WIDTH,
      height,
      crop: [0, 0, 1, 1],
      alt: '',
      matrix: [1, 0, 0, 1, 0, 0],
      order: topOrder(items),
      at: 0,
    });
    return this.pictures.of({ id: activityId, activityId }, { updates: [Y.encodeStateAsUpdate(doc)] });
  }
}
