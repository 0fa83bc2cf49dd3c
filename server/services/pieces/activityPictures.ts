import sharp from 'sharp';
import { startDocument } from '@lippet/core/page/document';
import { kindSignSvg } from '@lippet/core/parts/kindSign';
import { INK_COLOURS } from '@lippet/core/ink/tools';
import type { PictureOffer } from '../../media/picture';
import { Activity, Assignment } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { activityParts } from './activityParts';
import type { PagePictureService } from './pagePictures';
import type { PieceFactsService } from './pieceFacts';

/** The colour of paper. */
const GROUND = '#FFFCF4';

/** What an activity looks like before anything is made in it: its first sheet, or a sign for how it is answered. */
export class ActivityPictureService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly pictures: PagePictureService,
  ) {}

  /** @throws ProblemError `not-found` for whoever may not see the activity */
  async of(actor: Actor, activityId: string): Promise<PictureOffer> {
    const activity = await Activity.findByPk(activityId, { attributes: ['id', 'teacherId', 'partsRevision'] });
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
    const attributes = ['id', 'partsRevision'];
    return this.offer(await Activity.findByPk(activityId, { attributes, rejectOnEmpty: true })).draw();
  }

  private offer({ id, partsRevision }: Activity): PictureOffer {
    return this.pictures.unchanging(`${id}.${partsRevision}`, () => this.drawn(id));
  }

  private async drawn(activityId: string): Promise<Buffer> {
    const { parts, pages, together } = await activityParts(activityId);
    // A blank sheet says nothing: how it is answered says more.
    const telling = [...pages, ...together].find(({ background }) => background.kind !== 'blank' || background.drawn);
    if (telling) return this.pictures.of({ id: activityId, activityId }, { updates: [startDocument([telling])] });
    const first = parts.find(({ removed }) => !removed)?.kind ?? null;
    const svg = kindSignSvg(first, { line: INK_COLOURS.ink, ground: GROUND });
    return sharp(Buffer.from(svg)).webp().toBuffer();
  }
}
