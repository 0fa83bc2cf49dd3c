import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { Op } from 'sequelize';
import { strToU8, zipSync, type Zippable } from 'fflate';
import * as Y from 'yjs';
import type { ExportStyle, ExportView } from '@lippet/core/contract/work';
import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import { readItems } from '@lippet/core/page/item';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import { answerWords } from '@lippet/core/words/answers';
import { FONT_FILES } from '@lippet/core/pdf/fontFiles';
import { PdfSourceError, writePdf, type PdfSources } from '@lippet/core/pdf/write';
import type { PdfStyle } from '@lippet/core/pdf/style';
import type { Jobs } from '../jobs/jobs';
import { Activity, Export, Media, Piece, Review, Submission } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import type { FileStore } from '../storage/fileStore';
import { activityParts } from './activityParts';
import type { PieceFactsService } from './pieceFacts';

/** Files made of frozen goes, in jobs: a large one must not keep anybody waiting for an answer. */
export class ExportService {
  constructor(
    private readonly files: FileStore,
    private readonly fontsRoot: string,
    private readonly jobs: Jobs,
    private readonly facts: PieceFactsService,
  ) {}

  /** Asks for a PDF of a go, or for all goes up to it as a ZIP, with the marks on it where the actor may see them. */
  async ask(actor: Actor, goId: string, style: ExportStyle): Promise<ExportView> {
    const go = await Submission.findByPk(goId, { attributes: ['id', 'pieceId', 'withdrawnAt'] });
    const piece = go && (await Piece.findByPk(go.pieceId));
    const work = piece && (await this.facts.workOf(piece));
    if (!go || !piece || !work || !policy.readGo(actor, piece, work, go)) throw notFound();
    const review = await Review.findOne({ where: { submissionId: goId } });
    const marked = review !== null && policy.readMarks(actor, piece, work, review) && review.marks !== null;
    const made = await Export.create({ id: randomUUID(), submissionId: goId, askedBy: actor.personId, style, marked });
    await this.jobs.send('export-go', { exportId: made.id });
    return viewOf(made);
  }

  /** Asks again for what was not finished when the server went down; asked twice, it is made once. */
  async takeUp(): Promise<void> {
    for (const { id } of await Export.findAll({ where: { state: 'waiting' }, attributes: ['id'] })) await this.jobs.send('export-go', { exportId: id });
  }

  private async own(actor: Actor, id: string): Promise<Export> {
    const made = await Export.findByPk(id);
    if (!made || !policy.readExport(actor, made)) throw notFound();
    return made;
  }

  async state(actor: Actor, id: string): Promise<ExportView> {
    return viewOf(await this.own(actor, id));
  }

  async file(actor: Actor, id: string): Promise<{ bytes: Buffer; style: ExportStyle }> {
    const made = await this.own(actor, id);
    if (!made.hash) throw new ProblemError('conflict', made.why ?? 'The file is still being made. Ask again in a moment.');
    return { bytes: await this.files.read(made.hash), style: made.style };
  }

  /** The job: makes the file. Run twice, it makes the same file once more and keeps it once. */
  readonly run = async ({ exportId }: { exportId: string }): Promise<void> => {
    const wanted = await Export.findByPk(exportId);
    if (!wanted || wanted.state !== 'waiting') return;
    const go = await Submission.findByPk(wanted.submissionId, { rejectOnEmpty: true });
    try {
      const bytes = wanted.style === 'zip' ? await this.archive(go) : await this.pdf(go, wanted.style, wanted.marked);
      await wanted.update({ state: 'ready', hash: await this.files.put(bytes), size: bytes.length });
    } catch (error) {
      // A file that can't be added to will not be better next time; anything else is tried again.
      if (!(error instanceof PdfSourceError)) throw error;
      await wanted.update({ state: 'failed', why: error.message });
    }
  };

  private async pdf(go: Submission, style: PdfStyle, marked: boolean): Promise<Buffer> {
    const doc = documentOf(go.document);
    const review = marked ? await Review.findOne({ where: { submissionId: go.id } }) : null;
    const marks = review?.marks ? documentOf(review.marks) : new Y.Doc();
    const pages = readPages(doc).map((plan) => ({ plan, items: [...readItems(pageItems(doc, plan.id)!), ...readItems(markItems(marks, plan.id))] }));
    return Buffer.from(await writePdf(pages, this.sources(), { style }));
  }

  /**
   * A piece to keep: each go up to this one as a PDF with its released marks, the written words and the recordings that may be kept, and a
   * JSON file that says what is what and what came back.
   */
  private async archive({ pieceId, go: latest }: Submission): Promise<Buffer> {
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    const activity = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
    const { parts } = await activityParts(activity.id);
    const goes = await Submission.findAll({ where: { pieceId, withdrawnAt: null, go: { [Op.lte]: latest } }, order: ['go'] });
    const content: Zippable = {};
    const told: object[] = [];
    for (const go of goes) {
      const review = await Review.findOne({ where: { submissionId: go.id, releasedAt: { [Op.not]: null } } });
      const doc = documentOf(go.document);
      const files: Record<string, string> = {};
      const add = (name: string, bytes: Uint8Array, level: 0 | 6): void => {
        files[name] = `go ${go.go}/${name}`;
        content[`go ${go.go}/${name}`] = [bytes, { level }];
      };
      if (readPages(doc).length > 0) add('pages.pdf', await this.pdf(go, 'flat', review !== null), 0);
      for (const [i, part] of parts.entries()) {
        const words = part.kind === 'words' ? answerWords(doc, part.id) : '';
        const name = `${i + 1} ${part.title.replaceAll(/[^\p{L}\p{N} ,-]/gu, '').trim() || part.kind}`;
        if (words) add(`${name}.txt`, strToU8(words), 6);
        const take = part.keepCopy ? chosenTake(readTakes(doc, part.id)) : null;
        const media = take && (await Media.findByPk(take.media));
        if (media) add(`${name}.${media.playableHash ? (media.kind === 'film' ? 'mp4' : 'm4a') : 'webm'}`, await this.files.read(media.playableHash ?? media.hash), 0);
      }
      told.push({
        go: go.go, sentAt: go.sentAt, late: go.late, word: go.word, files,
        cameBack: review && { outcome: review.outcome, note: review.note, at: review.releasedAt },
      });
    }
    content['piece.json'] = [strToU8(JSON.stringify({ format: 'lippet-piece', version: 1, title: activity.title, subject: activity.subject, goes: told }, null, 2)), { level: 6 }];
    return Buffer.from(zipSync(content));
  }

  private sources(): PdfSources {
    const media = async (id: string): Promise<Buffer> => {
      const found = await Media.findByPk(id, { rejectOnEmpty: true });
      return this.files.read(found.hash);
    };
    return {
      pdf: media,
      picture: async (id) => ((await Media.findByPk(id)) ? sharp(await media(id)).png().toBuffer() : null),
      fonts: (face) => Promise.all(FONT_FILES[face].map((file) => readFile(join(this.fontsRoot, file)))),
    };
  }
}

function documentOf(update: Uint8Array): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, update);
  return doc;
}

const viewOf = ({ id, state, why, size }: Export): ExportView => ({ id, state: state ?? 'waiting', why: why ?? null, size: size ?? null });
