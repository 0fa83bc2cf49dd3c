import { randomUUID } from 'node:crypto';
import { rm, writeFile } from 'node:fs/promises';
import { strFromU8, strToU8, unzipSync, zipSync, type Unzipped } from 'fflate';
import { mediaOfPlan, readPlan, type ActivityPlan } from '@lippet/core/contract/plan';
import { Activity, Media } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { ProblemError } from '../problems/problem';
import type { FileStore } from '../storage/fileStore';
import type { MediaService } from './media';
import { renamedPlan, type PlanningService } from './planning';

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
const ENDS: Record<string, string> = {
  'image/webp': 'webp',
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'application/pdf': 'pdf',
  'audio/wav': 'wav',
  'video/webm': 'webm',
  'video/mp4': 'mp4',
  'audio/webm': 'weba',
  'audio/mp4': 'm4a',
  'audio/ogg': 'ogg',
};

/** A refusal of an archive, or of what would not fit into one. */
const unfit = (words: string): ProblemError => new ProblemError('unfit', words);

/** An activity as a ZIP of JSON and files: out, and in as a new draft. Nothing in an archive is trusted. */
export class ActivityArchiveService {
  constructor(
    private readonly files: FileStore,
    private readonly planning: PlanningService,
    private readonly media: MediaService,
  ) {}

  /** What is there now, with its files; for whom and when is left out. */
  async pack(actor: Actor, id: string): Promise<{ name: string; content: Uint8Array }> {
    const { plan } = await this.planning.plan(actor, id);
    const rows = await Media.findAll({ where: { activityId: id, id: mediaOfPlan(plan) } });
    if (rows.reduce((sum, { size }) => sum + size, 0) > ARCHIVE_LIMITS.bytes)
      throw unfit(
        `The files of this activity are more than ${ARCHIVE_LIMITS.bytes / 1024 / 1024} MB together, so they don’t fit into one archive.`,
      );
    const manifest = { format: FORMAT, version: 1, plan: { ...plan, groups: [], learners: [] } };
    // Pictures and films are packed already.
    const content: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
      [MANIFEST]: [strToU8(JSON.stringify(manifest, null, 2)), { level: 6 }],
    };
    for (const row of rows)
      content[`media/${row.id}.${ENDS[row.type] ?? 'bin'}`] = [await this.files.read(row.hash), { level: 0 }];
    return {
      name: `${plan.title.replaceAll(/[^\p{L}\p{N} ._-]/gu, '').trim() || 'activity'}.zip`,
      content: zipSync(content),
    };
  }

  /** Asked before an archive is read. @throws ProblemError `forbidden` */
  insistTeacher(actor: Actor): void {
    if (!policy.makeActivity(actor)) throw new ProblemError('forbidden', 'Only teachers make activities.');
  }

  /** Makes a draft of an archive. Whatever is wrong with it, nothing of it stays. */
  async unpack(actor: Actor, archive: Uint8Array): Promise<{ id: string }> {
    const { plan, files } = readArchive(archive);
    const id = randomUUID();
    const renamed = new Map(
      [...plan.parts, ...plan.choices, ...plan.materials, ...plan.rubric].map((each) => [
        each.id.toLowerCase(),
        randomUUID() as string,
      ]),
    );
    for (const media of files.keys()) renamed.set(media, randomUUID());
    await this.planning.create(actor, id, renamedPlan(plan, renamed));
    try {
      for (const [media, content] of files) {
        const anyFile = plan.materials.some(
          (material) => material.kind === 'file' && material.media?.toLowerCase() === media,
        );
        await this.bring(actor, id, renamed.get(media)!, content, anyFile);
      }
    } catch (error) {
      await Media.destroy({ where: { activityId: id } });
      await Activity.destroy({ where: { id } });
      throw error;
    }
    return { id };
  }

  private async bring(
    actor: Actor,
    activityId: string,
    media: string,
    content: Uint8Array,
    anyFile: boolean,
  ): Promise<void> {
    const draft = this.files.draft();
    try {
      await writeFile(draft, content, { flag: 'wx' });
      await this.media.addFile(actor, `activities/${activityId}`, media, draft, { anyFile });
    } finally {
      await rm(draft, { force: true });
    }
  }
}

/**
 * The plan in an archive and the files that it shows, by their ids in lower case. Names are looked at and never used as
 * paths; what is not shown by the plan is not unpacked. @throws ProblemError `unfit`
 */
export function readArchive(archive: Uint8Array): { plan: ActivityPlan; files: Map<string, Uint8Array> } {
  if (archive.length > ARCHIVE_LIMITS.bytes)
    throw new ProblemError('too-large', `An archive may have at most ${ARCHIVE_LIMITS.bytes / 1024 / 1024} MB.`);
  const manifest = unzip(
    archive,
    ({ name, originalSize }) => name === MANIFEST && originalSize <= ARCHIVE_LIMITS.manifest,
  )[MANIFEST];
  if (!manifest)
    throw unfit(
      'That is no activity that was taken out of Lippet: there is no activity.json in it, or it is too large.',
    );
  const plan = readPlan(planOf(manifest));
  const shown = new Set(mediaOfPlan(plan).map((each) => each.toLowerCase()));
  let [entries, unpacked] = [0, 0];
  const content = unzip(archive, ({ name, originalSize }) => {
    const id = ENTRY.exec(name)?.[1]?.toLowerCase();
    if (!id || !shown.has(id)) return false;
    entries += 1;
    unpacked += originalSize;
    if (entries > ARCHIVE_LIMITS.entries || unpacked > ARCHIVE_LIMITS.unpacked)
      throw unfit('There is too much in that archive.');
    return true;
  });
  const files = new Map(Object.entries(content).map(([name, bytes]) => [ENTRY.exec(name)![1]!.toLowerCase(), bytes]));
  if ([...shown].some((id) => !files.has(id)))
    throw unfit('A file that the activity shows is missing in that archive.');
  return { plan, files };
}

function unzip(archive: Uint8Array, filter: (file: { name: string; originalSize: number }) => boolean): Unzipped {
  try {
    return unzipSync(archive, { filter });
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    throw unfit('That archive is broken, or is no ZIP.');
  }
}

function planOf(manifest: Uint8Array): unknown {
  try {
    const { format, version, plan } = JSON.parse(strFromU8(manifest)) as {
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
