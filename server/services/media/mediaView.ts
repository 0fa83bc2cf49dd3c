import type { MediaView } from '@lippet/core/contract/media';
import type { Media } from '../../models/tables';

/** A file as people see it. */
export const viewOf = ({
  id,
  kind,
  size,
  width,
  height,
  pages,
  state,
  why,
  seconds,
  loudness,
  peaks,
}: Media): MediaView => ({
  id,
  kind,
  size,
  width,
  height,
  pages,
  state: state ?? 'ready',
  why: why ?? null,
  seconds: seconds ?? null,
  loudness: loudness ?? null,
  peaks: peaks ?? null,
});
