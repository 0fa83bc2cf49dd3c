import type { Jobs } from '../../jobs/jobs';
import type { Compute } from '../../compute/compute';
import { playableForm } from '../../media/playable';
import { RecordingError } from '../../media/recording';
import { Media } from '../../models/tables';
import type { FileStore } from '../../storage/fileStore';

/** Makes recordings playable everywhere, in jobs. */
export class RecordingService {
  constructor(
    private readonly files: FileStore,
    private readonly compute: Compute,
    private readonly jobs: Jobs,
  ) {}

  /** Asks again for what was not finished when the server went down; asked twice, it is done once. */
  async takeUp(): Promise<void> {
    for (const { id } of await Media.findAll({ where: { state: 'processing' }, attributes: ['id'] }))
      await this.jobs.send('make-playable', { mediaId: id });
  }

  /** The job. Run twice, it makes the same once more. */
  readonly run = async ({ mediaId }: { mediaId: string }): Promise<void> => {
    const media = await Media.findByPk(mediaId);
    if (!media || media.state !== 'processing') return;
    try {
      await media.update({
        state: 'ready',
        ...(await playableForm(this.files, this.compute, this.files.pathOf(media.hash))),
      });
    } catch (error) {
      // A file that can't be read will not be better next time; anything else is tried again.
      if (!(error instanceof RecordingError)) throw error;
      await media.update({ state: 'failed', why: error.message });
    }
  };
}
