import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { fileEnding } from '@lippet/core/contract/fileEndings';
import { type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { mediaOfPlan } from '@lippet/core/contract/mediaOfPlan';
import { readPlan } from '@lippet/core/contract/readDefinition';
import { Activity, Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { ProblemError } from '../../problems/problem';
import type { FileStore } from '../../storage/fileStore';
import { BrokenZipError, zipEntries, ZipTooLargeError } from '../../storage/unpackZip';
import { ZipFile } from '../../storage/zipFile';
import type { MediaService } from '../media/media';
import type { PlanningService } from './planning';
import { renamedPlan } from './renamedPlan';

/** What an archive may hold. */
export const ARCHIVE_LIMITS = {
  bytes: 60 * 1024 * 1024,
  unpacked: 300 * 1024 * 1024,
  entries: 400,
  manifest: 2 * 1024 * 1024,
} as const;
const MANIFEST = 'activity.json';
const FORMAT = 'lippet-activity';
const ENTRY = /^media\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})(?:\.[a-z0-9]{1,5})?$/i;

/** A refusal of an archive, or of what would not fit into one. */
const unfit = (words: string): ProblemError => new ProblemError('unfit', words);

/** An activity as a ZIP of JSON and files: out, and in as a new draft. Nothing in an archive is trusted. */
export class ActivityArchiveService {
  constructor(
    private readonly files: FileStore,
    private readonly planning: PlanningService,
    private readonly media: MediaService,
  ) {}

  /**
   * What is there now, with its files; for whom and when is left out.
   */
  async pack(actor: Actor, id: string): Promise<{ name: string; content: ReadableStream }> {
    const { plan } = await this.planning.plan(actor, id);
    const rows = await Media.findAll({ where: { activityId: id, id: mediaOfPlan(plan) } });
    if (rows.reduce((sum, { size }) => sum + size, 0) > ARCHIVE_LIMITS.bytes)
      throw unfit(
        `The files of this activity are more than ${ARCHIVE_LIMITS.bytes / 1024 / 1024} MB together, so they don’t fit into one archive.`,
      );
    const path = this.files.draft();
    const archive = new ZipFile(path);
    try {
      const manifest = { format: FORMAT, version: 1, plan: { ...plan, groups: [], learners: [] } };
      await archive.add(MANIFEST, Buffer.from(JSON.stringify(manifest, null, 2)));
      for (const { id: media, type, hash } of rows)
        await archive.add(`media/${media}.${fileEnding(type)}`, { path: this.files.pathOf(hash) }, { packed: true });
      await archive.end();
    } catch (error) {
      await rm(path, { force: true });
      throw error;
    }
    const name = plan.title.replaceAll(/[^\p{L}\p{N} ._-]/gu, '').trim() || 'activity';
    return { name: `${name}.zip`, content: await this.files.streamDraft(path) };
  }

  /** Asked before an archive is read. @throws ProblemError `forbidden` */
  insistTeacher(actor: Actor): void {
    if (!policy.makeActivity(actor)) throw new ProblemError('forbidden', 'Only teachers make activities.');
  }

  /** Makes a draft of an archive. Whatever is wrong with it, nothing of it stays. */
  async unpack(actor: Actor, archive: Buffer): Promise<{ id: string }> {
    const plan = await planIn(archive);
    const drafts = new Map<string, string>();
    try {
      await this.unpackFiles(archive, plan, drafts);
      return await this.make(actor, plan, drafts);
    } finally {
      await Promise.all([...drafts.values()].map((draft) => rm(draft, { force: true })));
    }
  }

  /**
   * Writes the files that a plan shows.
   * @param drafts filled with where they lie, by their ids in lower case
   */
  private async unpackFiles(archive: Buffer, plan: ActivityPlan, drafts: Map<string, string>): Promise<void> {
    const shown = new Set(mediaOfPlan(plan).map((media) => media.toLowerCase()));
    let left: number = ARCHIVE_LIMITS.unpacked;
    await reading(async () => {
      for await (const entry of zipEntries(archive)) {
        const id = ENTRY.exec(entry.name)?.[1]?.toLowerCase();
        if (!id || !shown.has(id) || drafts.has(id)) continue;
        if (drafts.size === ARCHIVE_LIMITS.entries) throw new ZipTooLargeError();
        const draft = this.files.draft();
        drafts.set(id, draft);
        left -= await entry.writeTo(draft, left);
      }
    });
    if ([...shown].some((id) => !drafts.has(id)))
      throw unfit('A file that the activity shows is missing in that archive.');
  }

  private async make(actor: Actor, plan: ActivityPlan, drafts: Map<string, string>): Promise<{ id: string }> {
    const id = randomUUID();
    const renamed = new Map(
      [...plan.parts, ...plan.choices, ...plan.materials, ...plan.rubric].map((named) => [
        named.id.toLowerCase(),
        randomUUID() as string,
      ]),
    );
    for (const media of drafts.keys()) renamed.set(media, randomUUID());
    await this.planning.create(actor, id, renamedPlan(plan, renamed));
    try {
      for (const [media, draft] of drafts) {
        const anyFile = plan.materials.some(
          (material) => material.kind === 'file' && material.media?.toLowerCase() === media,
        );
        await this.media.addFile(actor, `activities/${id}`, renamed.get(media)!, draft, { anyFile });
      }
    } catch (error) {
      await Media.destroy({ where: { activityId: id } });
      await Activity.destroy({ where: { id } });
      throw error;
    }
    return { id };
  }
}

/** Says in a sentence what is wrong with an archive. */
async function reading<T>(read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    if (error instanceof BrokenZipError) throw unfit('That archive is broken, or is no ZIP.');
    if (error instanceof ZipTooLargeError) throw unfit('There is too much in that archive.');
    throw error;
  }
}

/** The plan in an archive. @throws ProblemError `unfit` */
async function planIn(archive: Buffer): Promise<ActivityPlan> {
  if (archive.length > ARCHIVE_LIMITS.bytes)
    throw new ProblemError('too-large', `An archive may have at most ${ARCHIVE_LIMITS.bytes / 1024 / 1024} MB.`);
  const manifest = await reading(async () => {
    for await (const entry of zipEntries(archive))
      if (entry.name === MANIFEST) return entry.read(ARCHIVE_LIMITS.manifest);
    return null;
  });
  if (!manifest) throw unfit('That is no activity that was taken out of Lippet: there is no activity.json in it.');
  return readPlan(planOf(manifest));
}

function planOf(manifest: Buffer): unknown {
  try {
    const { format, version, plan } = JSON.parse(manifest.toString('utf8')) as {
      format?: unknown;
      version?: unknown;
      plan?: unknown;
    };
    if (format === FORMAT && version === 1) return plan;
  } catch {
    // Told below, like every other thing that is none of ours.
  }
  throw unfit('That is no activity that was taken out of Lippet, or of a newer one.');
}
