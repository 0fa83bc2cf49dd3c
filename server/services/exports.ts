import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import * as Y from 'yjs';
import type { ExportView } from '@lippet/core/contract/work';
import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import { readItems } from '@lippet/core/page/item';
import { FONT_FILES } from '@lippet/core/pdf/fontFiles';
import { PdfSourceError, writePdf, type PdfSources } from '@lippet/core/pdf/write';
import type { PdfStyle } from '@lippet/core/pdf/style';
import type { Jobs } from '../jobs/jobs';
import { Export, Media, Piece, Review, Submission } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import type { FileStore } from '../storage/fileStore';
import type { PieceFactsService } from './pieceFacts';

/** Files made of frozen goes, in jobs: a large one must not keep anybody waiting for an answer. */
export class ExportService {
  constructor(
    private readonly files: FileStore,
    private readonly fontsRoot: string,
    private readonly jobs: Jobs,
    private readonly facts: PieceFactsService,
  ) {}

  /** Asks for a PDF of a go, with the marks on it where the actor may see them. */
  async ask(actor: Actor, goId: string, style: PdfStyle): Promise<ExportView> {
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

  async file(actor: Actor, id: string): Promise<Buffer> {
    const made = await this.own(actor, id);
    if (!made.hash) throw new ProblemError('conflict', made.why ?? 'The file is still being made. Ask again in a moment.');
    return this.files.read(made.hash);
  }

  /** The job: makes the file. Run twice, it makes the same file once more and keeps it once. */
  readonly run = async ({ exportId }: { exportId: string }): Promise<void> => {
    const wanted = await Export.findByPk(exportId);
    if (!wanted || wanted.state !== 'waiting') return;
    const go = await Submission.findByPk(wanted.submissionId, { rejectOnEmpty: true });
    const doc = new Y.Doc();
    Y.applyUpdate(doc, go.document);
    const marks = new Y.Doc();
    const review = wanted.marked ? await Review.findOne({ where: { submissionId: go.id } }) : null;
    if (review?.marks) Y.applyUpdate(marks, review.marks);
    const pages = readPages(doc).map((plan) => ({ plan, items: [...readItems(pageItems(doc, plan.id)!), ...readItems(markItems(marks, plan.id))] }));
    try {
      const bytes = await writePdf(pages, this.sources(), { style: wanted.style });
      await wanted.update({ state: 'ready', hash: await this.files.put(bytes), size: bytes.length });
    } catch (error) {
      // A file that can't be added to will not be better next time; anything else is tried again.
      if (!(error instanceof PdfSourceError)) throw error;
      await wanted.update({ state: 'failed', why: error.message });
    }
  };

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

const viewOf = ({ id, state, why, size }: Export): ExportView => ({ id, state: state ?? 'waiting', why: why ?? null, size: size ?? null });
