import { readFile } from 'node:fs/promises';
import type { Transaction } from 'sequelize';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { sheetsOf } from '@lippet/core/parts/part';
import type { Compute } from '../../compute/compute';
import { CannotRedrawError, redrawnPdf } from '../../media/redrawnPdf';
import { Media } from '../../models/tables';
import { ProblemError } from '../../problems/problem';
import type { FileStore } from '../../storage/fileStore';
import { dropFiles } from '../media/droppedFiles';

/** Numbers of the pages of each PDF that lies below sheets. */
function pagesOnSheets({ parts }: ActivityPlan): Map<string, Set<number>> {
  const pages = new Map<string, Set<number>>();
  for (const { background } of parts.flatMap(sheetsOf)) {
    if (background.kind !== 'pdf') continue;
    pages.set(background.media, (pages.get(background.media) ?? new Set()).add(background.page));
  }
  return pages;
}

const materialsOf = ({ materials }: ActivityPlan): Set<string | null> => new Set(materials.map(({ media }) => media));

/** A page that was given out once stays given: work may lie on it. */
function given(before: readonly number[] | null, now: ReadonlySet<number>, count: number | null): number[] | null {
  const all = [...new Set([...(before ?? []), ...now])].sort((a, b) => a - b);
  return all.length >= (count ?? 0) ? null : all;
}

/**
 * Of a PDF that a teacher brings, learners are given the pages that are sheets: a page that was left out may hold the
 * answers, and must not be in the file that their devices fetch.
 */
export class GivenPages {
  /** Files that are being made, by the id of their media. */
  private readonly making = new Map<string, Promise<string>>();
  /** Hashes of PDFs that do not say who wrote them, by the id of their media. */
  private readonly authorless = new Map<string, string>();

  constructor(
    private readonly files: FileStore,
    private readonly compute: Compute,
  ) {}

  /**
   * Notes which pages a plan gives out.
   *
   * @param before what was given out until now; null where nothing was
   */
  async note(
    plan: ActivityPlan,
    activityId: string,
    before: ActivityPlan | null,
    transaction: Transaction,
  ): Promise<void> {
    const [shownWhole, onSheets] = [materialsOf(plan), pagesOnSheets(plan)];
    const [wasWhole, wasOnSheets] = before ? [materialsOf(before), pagesOnSheets(before)] : [new Set(), new Map()];
    for (const media of await Media.findAll({ where: { activityId, kind: 'pdf' }, transaction })) {
      const { id, pages } = media;
      // What was given whole once may lie on a device whole.
      const givenWhole = media.givenPages === null && (wasWhole.has(id) || wasOnSheets.has(id));
      const whole = shownWhole.has(id) || givenWhole;
      await this.keep(media, whole ? null : given(media.givenPages, onSheets.get(id) ?? new Set(), pages), transaction);
    }
  }

  private async keep(media: Media, givenPages: number[] | null, transaction: Transaction): Promise<void> {
    if (JSON.stringify(givenPages) === JSON.stringify(media.givenPages)) return;
    await dropFiles([media.givenHash]);
    await media.update({ givenPages, givenHash: null, givenSize: null }, { transaction });
  }

  /**
   * The file that learners fetch in place of a PDF of which pages are left out; the whole one where none is.
   * @throws ProblemError `unfit` where they can't be left out: what a teacher left out is never given all the same
   */
  async hashFor(media: Media): Promise<string> {
    const { id, hash, givenPages, givenHash } = media;
    if (!givenPages) return hash;
    if (givenHash) return givenHash;
    const made = this.making.get(id) ?? this.make(media).finally(() => this.making.delete(id));
    this.making.set(id, made);
    return made;
  }

  /** A PDF with all its pages, and nothing of what it says about who wrote it. Made once, and again after a sweep. */
  async withoutAuthor({ id, hash, pages }: Pick<Media, 'id' | 'hash' | 'pages'>): Promise<string> {
    const known = this.authorless.get(id);
    if (known !== undefined && (await this.files.size(known)) !== null) return known;
    const all = Array.from({ length: pages ?? 0 }, (_, index) => index + 1);
    const made = await this.files.put(Buffer.from(await this.leaveOut(this.files.pathOf(hash), all)));
    this.authorless.set(id, made);
    return made;
  }

  /** What can't be taken apart as it is written, can be once its pages have been drawn into a new file. */
  private async leaveOut(path: string, kept: number[]): Promise<Uint8Array> {
    const left = await this.compute.run('leavePagesOut', { bytes: await readFile(path), kept });
    if (left) return left;
    try {
      const redrawn = await this.compute.run('leavePagesOut', { bytes: await redrawnPdf(path), kept });
      if (redrawn) return redrawn;
    } catch (error) {
      if (!(error instanceof CannotRedrawError)) throw error;
    }
    throw new ProblemError(
      'unfit',
      'Pages were left out of this PDF, and it is written so that none can be taken from it. Ask your teacher to bring it as a new PDF.',
    );
  }

  private async make({ id, hash, givenPages }: Media): Promise<string> {
    const left = await this.leaveOut(this.files.pathOf(hash), givenPages!);
    const made = await this.files.put(Buffer.from(left));
    const before = JSON.stringify(givenPages);
    await Media.sequelize!.transaction(async (transaction) => {
      const now = await Media.findByPk(id, { lock: transaction.LOCK.UPDATE, transaction });
      // Given out anew meanwhile, it is another file.
      if (JSON.stringify(now?.givenPages) === before)
        await now!.update({ givenHash: made, givenSize: left.length }, { transaction });
      else await dropFiles([made]);
    });
    return made;
  }
}
