import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { Op } from 'sequelize';
import { strToU8 } from 'fflate';
import type { ExportStyle, ExportView } from '@lippet/core/contract/exports';
import { PdfSourceError } from '@lippet/core/pdf/openPdf';
import type { Jobs } from '../../jobs/jobs';
import { Activity, Assignment, Export, Membership, Piece, Review, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { FileStore } from '../../storage/fileStore';
import { ZipFile } from '../../storage/zipFile';
import type { PartnerRecords } from '../partners/partnerRecords';
import { activityParts } from '../pieces/activityParts';
import type { ActivityZip } from './activityZip';
import { findGo } from '../reviewing/goes';
import type { GoFile, GoFiles } from './goFiles';
import { goRecord } from './goRecord';
import type { PieceFactsService } from '../pieces/pieceFacts';

/** A file that is made: how it is to be called, and where its bytes are. */
interface MadeFile {
  stream: ReadableStream;
  size: number;
  name: string;
  type: string;
}

/** What makes the files. */
interface Makers {
  work: GoFiles;
  record: ActivityZip;
  partners: PartnerRecords;
}

/** Files made of frozen goes, in jobs: a large one must not keep anybody waiting for an answer. */
export class ExportService {
  constructor(
    private readonly files: FileStore,
    private readonly makers: Makers,
    private readonly jobs: Jobs,
    private readonly facts: PieceFactsService,
  ) {}

  /** Asks for a PDF of a go, or for all goes up to it as a ZIP, with the marks on it where the actor may see them. */
  async ask(actor: Actor, goId: string, style: ExportStyle): Promise<ExportView> {
    const { go, piece, work } = await findGo(this.facts, goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    const review = await Review.findOne({ where: { submissionId: goId } });
    const marked = review !== null && policy.readMarks(actor, piece, work, review) && review.releasedAt !== null;
    const made = await Export.create({ id: randomUUID(), submissionId: goId, askedBy: actor.personId, style, marked });
    await this.jobs.send('export-go', { exportId: made.id });
    return viewOf(made);
  }

  /** Asks for all that was sent of an activity, by the groups that the actor teaches, as a ZIP. */
  async askAll(actor: Actor, activityId: string): Promise<ExportView> {
    if ((await this.taught(activityId, actor.teaches)).length === 0) throw notFound();
    const made = await Export.create({
      id: randomUUID(),
      activityId,
      askedBy: actor.personId,
      style: 'zip',
      marked: true,
    });
    await this.jobs.send('export-go', { exportId: made.id });
    return viewOf(made);
  }

  private async taught(activityId: string, teaches: ReadonlySet<string>): Promise<string[]> {
    const assigned = await Assignment.findAll({ where: { activityId }, attributes: ['groupId'] });
    return assigned.map(({ groupId }) => groupId).filter((groupId) => teaches.has(groupId));
  }

  /** Asks again for what was not finished when the server went down; asked twice, it is made once. */
  async takeUp(): Promise<void> {
    for (const { id } of await Export.findAll({ where: { state: 'waiting' }, attributes: ['id'] }))
      await this.jobs.send('export-go', { exportId: id });
  }

  private async own(actor: Actor, id: string): Promise<Export> {
    const made = await Export.findByPk(id);
    if (!made || !policy.readExport(actor, made)) throw notFound();
    return made;
  }

  async state(actor: Actor, id: string): Promise<ExportView> {
    return viewOf(await this.own(actor, id));
  }

  async file(actor: Actor, id: string): Promise<MadeFile> {
    const { hash, size, style, activityId, why } = await this.own(actor, id);
    if (!hash || !size)
      throw new ProblemError('conflict', why ?? 'The file is still being made. Ask again in a moment.');
    const pieceName = style === 'zip' ? 'piece.zip' : 'go.pdf';
    const name = activityId ? 'activity.zip' : pieceName;
    return {
      stream: this.files.stream(hash, 0, size - 1),
      size,
      name,
      type: style === 'zip' ? 'application/zip' : 'application/pdf',
    };
  }

  /** The job: makes the file. Run twice, it makes the same file once more and keeps it once. */
  readonly run = async ({ exportId }: { exportId: string }): Promise<void> => {
    const wanted = await Export.findByPk(exportId);
    if (!wanted || wanted.state !== 'waiting') return;
    try {
      const hash = wanted.activityId
        ? await this.wholeActivity(wanted.activityId, wanted.askedBy)
        : await this.ofGo(wanted);
      await wanted.update({ state: 'ready', hash, size: await this.files.size(hash) });
    } catch (error) {
      // A file that can't be added to will not be better next time; anything else is tried again.
      if (!(error instanceof PdfSourceError)) throw error;
      await wanted.update({ state: 'failed', why: error.message });
    }
  };

  private async ofGo({ submissionId, style, marked }: Export): Promise<string> {
    const submission = await Submission.unscoped().findByPk(submissionId!, { rejectOnEmpty: true });
    if (style === 'zip') return this.written((path) => this.archive(submission, path));
    const review = marked ? await Review.unscoped().findOne({ where: { submissionId: submission.id } }) : null;
    const piece = await Piece.findByPk(submission.pieceId, { rejectOnEmpty: true });
    return this.files.put(await this.makers.work.pdf(piece, submission.document, review?.marks ?? null, style));
  }

  /** Whoever asked may teach other groups by now: what they teach when it is made is in it. */
  private async wholeActivity(activityId: string, askedBy: string): Promise<string> {
    const teaches = await Membership.findAll({
      where: { personId: askedBy, role: 'teacher', leftAt: null },
      attributes: ['groupId'],
    });
    const groups = await this.taught(activityId, new Set(teaches.map(({ groupId }) => groupId)));
    return this.written((path) => this.makers.record.write(activityId, groups, path));
  }

  /** Keeps what is written to a file. @returns its hash */
  private async written(write: (path: string) => Promise<void>): Promise<string> {
    const path = this.files.draft();
    try {
      await write(path);
      return await this.files.adopt(path);
    } finally {
      await rm(path, { force: true });
    }
  }

  /**
   * A piece to keep: each go up to this one as a PDF with its released marks, the written words and the recordings that
   * may be kept, and a JSON file that says what is what and what came back.
   */
  private async archive({ pieceId, number: latest }: Submission, path: string): Promise<void> {
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    const { title, subject } = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
    const sent = { pieceId, withdrawnAt: null, go: { [Op.lte]: latest } };
    const zip = new ZipFile(path);
    const goes: object[] = [];
    for (const { id } of await Submission.findAll({ where: sent, order: ['number'], attributes: ['id'] }))
      goes.push(await this.addGo(zip, piece, id));
    const told = { format: 'lippet-piece', version: 1, title, subject, goes };
    await zip.add('piece.json', strToU8(JSON.stringify(told, null, 2)));
    await zip.end();
  }

  /** @returns what is told of the go */
  private async addGo(zip: ZipFile, piece: Piece, goId: string): Promise<object> {
    const { parts } = await activityParts(piece.activityId);
    const submission = await Submission.unscoped().findByPk(goId, { rejectOnEmpty: true });
    const review = await Review.unscoped().findOne({
      where: { submissionId: goId, releasedAt: { [Op.not]: null } },
    });
    const files: Record<string, string> = {};
    const add = async ({ name, content, packed }: GoFile): Promise<void> => {
      files[name] = `go ${submission.number}/${name}`;
      await zip.add(files[name], content, { packed });
    };
    const sent = this.makers.work.all(piece, submission, parts, review?.marks ?? null, { marksOnly: true });
    for await (const file of sent) await add(file);
    for await (const file of this.makers.work.spoken(piece, submission, review)) await add(file);
    const given = await this.makers.partners.ofGo(piece, submission);
    for (const one of given)
      for await (const file of this.makers.partners.files(piece, submission, one)) await add(file);
    const partners = given.map(({ record }) => record);
    return { ...(await goRecord(submission, parts, review)), partners, files };
  }
}

const viewOf = ({ id, state, why, size }: Export): ExportView => ({
  id,
  state: state ?? 'waiting',
  why: why ?? null,
  size: size ?? null,
});
