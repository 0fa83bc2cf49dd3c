import { randomInt, randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import {
  CAPTURE_PHOTOS,
  CAPTURE_TIME,
  CODE_LENGTH,
  CODE_LETTERS,
  type CaptureArrivals,
  type CaptureLinkView,
  type CaptureView,
} from '@lippet/core/contract/capture';
import type { MediaView } from '@lippet/core/contract/media';
import { CaptureLink, CapturePhoto, Person } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { MediaService } from './media';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { hashToken, newToken } from '../access/secrets';
import { ADDRESS_RULE, CAPTURE_RULE } from '../access/signInThrottle';
import { Tries, type Origin, type TryRules } from '../access/tries';

/** Under which wrong codes are counted. */
const TRIES = 'capture code';
const OVER = 'That code has run out, or was closed. Ask for a new one on the other device.';

/** Codes are typed in any case, with or without spaces between. */
const tidy = (key: string): string => key.toUpperCase().replaceAll(/[\s-]/g, '');

/** Another device as a learner's camera: a link lets it add photos to one piece for a while, and nothing else. */
export class CaptureService {
  private readonly tries: Tries;

  constructor(
    sequelize: Sequelize,
    private readonly media: MediaService,
    private readonly facts: PieceFactsService,
    private readonly clock: () => number,
  ) {
    this.tries = new Tries(sequelize, clock);
  }

  /** Opens a link for a piece of one's own; an earlier one for it is closed. */
  async open(actor: Actor, pieceId: string, title: string): Promise<CaptureLinkView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    if (!policy.writePiece(actor, standing, standing.status))
      throw new ProblemError('conflict', 'This is with your teacher, so nothing can be added to it just now.');
    const now = this.clock();
    await CaptureLink.update(
      { closedAt: new Date(now) },
      { where: { pieceId, personId: actor.personId, closedAt: null } },
    );
    const key = newToken();
    const code = Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');
    const expiresAt = new Date(now + CAPTURE_TIME);
    const { id } = await CaptureLink.create({
      id: randomUUID(),
      pieceId,
      personId: actor.personId,
      title,
      keyHash: hashToken(key),
      codeHash: hashToken(code),
      expiresAt,
      closedAt: null,
    });
    return { id, key, code, expiresAt: expiresAt.getTime() };
  }

  private async own(actor: Actor, id: string): Promise<CaptureLink> {
    const link = await CaptureLink.findByPk(id);
    if (!link || !policy.keepCapture(actor, link)) throw notFound();
    return link;
  }

  /** What has come through a link so far. */
  async arrivals(actor: Actor, id: string): Promise<CaptureArrivals> {
    const link = await this.own(actor, id);
    const photos = await CapturePhoto.findAll({
      where: { linkId: id },
      order: [
        ['at', 'ASC'],
        ['mediaId', 'ASC'],
      ],
    });
    return { media: photos.map(({ mediaId }) => mediaId), open: policy.useCapture(link, this.clock()) };
  }

  async close(actor: Actor, id: string): Promise<void> {
    const link = await this.own(actor, id);
    await link.update({ closedAt: link.closedAt ?? new Date(this.clock()) });
  }

  /**
   * The link that a key from the QR code or a typed code opens.
   * @throws ProblemError `not-found` with a sentence, `wait` after many wrong ones
   */
  private async linkOf(key: string, origin: Origin): Promise<CaptureLink> {
    const { address } = origin;
    const rules: TryRules = [
      [{ who: TRIES, address }, CAPTURE_RULE],
      [{ address }, ADDRESS_RULE],
    ];
    const link = await this.tries.find(TRIES, origin, rules, () =>
      CaptureLink.findOne({ where: { [Op.or]: [{ keyHash: hashToken(key) }, { codeHash: hashToken(tidy(key)) }] } }),
    );
    if (!link || !policy.useCapture(link, this.clock())) throw new ProblemError('not-found', OVER);
    return link;
  }

  /** What the other device may know. */
  async look(key: string, origin: Origin): Promise<CaptureView> {
    const link = await this.linkOf(key, origin);
    const { name } = await Person.findByPk(link.personId, { rejectOnEmpty: true });
    return { key, title: link.title, learner: name.split(' ')[0]!, expiresAt: link.expiresAt.getTime() };
  }

  /** Takes a photo for the piece, of which no byte is read for a key that opens nothing. The same id again is the same photo. */
  async add(key: string, origin: Origin, mediaId: string, content: ReadableStream): Promise<MediaView> {
    const link = await this.linkOf(key, origin);
    const taken = await CapturePhoto.findAll({ where: { linkId: link.id } });
    const known = taken.some((photo) => photo.mediaId === mediaId);
    if (!known && taken.length >= CAPTURE_PHOTOS)
      throw new ProblemError('conflict', `These were ${CAPTURE_PHOTOS} photos, as many as one code lets through.`);
    // In the owner's place, and for this one piece: of the owner's groups it knows nothing.
    const deputy: Actor = {
      personId: link.personId,
      sessionId: link.id,
      role: 'learner',
      learnsIn: new Set(),
      teaches: new Set(),
      watches: new Set(),
      homeIn: new Set(),
    };
    const view = await this.media.add(deputy, `pieces/${link.pieceId}`, mediaId, content);
    await CapturePhoto.findOrCreate({
      where: { mediaId },
      defaults: { mediaId, linkId: link.id, at: new Date(this.clock()) },
    });
    return view;
  }
}
