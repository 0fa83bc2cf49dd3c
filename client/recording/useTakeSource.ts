import type { MediaView } from '@lippet/core/contract/media';
import type { Take } from '@lippet/core/recording/take';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { mediaOutbox } from '../api/mediaOutbox';
import { request } from '../api/request';
import { hear } from './listener';
import { useLocalFile } from './useLocalFile';

/** Asked again so often while school is still at it, in milliseconds. */
const AGAIN = 2_000;

export interface TakeSource {
  /** Address of what is played. */
  src: string;
  /** Address of the picture that stands for a film; null for none. */
  cover: string | null;
  peaks: readonly number[] | null;
  /** What school says of it; null while it is on this device only. */
  about: MediaView | null;
}

/** Where a take is played from: this device while it is on its way, then school. Undefined until that is known. */
export function useTakeSource(take: Take | null): TakeSource | undefined {
  const local = useLocalFile(take?.media ?? null);
  const localCover = useLocalFile(take?.cover ?? null);
  const { data: about } = useQuery({
    queryKey: ['media', take?.media],
    queryFn: () => request('GET /media/:id/about', { id: take!.media }),
    enabled: take !== null && local === null,
    refetchInterval: ({ state }) => (state.data?.state === 'processing' ? AGAIN : false),
    staleTime: Infinity,
  });
  const [heard, setHeard] = useState<{ url: string; peaks: number[] | null } | null>(null);
  const { media, seconds } = take ?? { media: null, seconds: 0 };
  useEffect(() => {
    if (!local || media === null) return undefined;
    let gone = false;
    void (async () => {
      const blob = await mediaOutbox.blob(media);
      const peaks = blob && ((await hear(blob, [[0, seconds]]))?.peaks ?? null);
      if (!gone) setHeard({ url: local, peaks });
    })();
    return () => void (gone = true);
  }, [local, media, seconds]);
  if (!take || local === undefined) return undefined;
  const made = take.sort === 'film' && about?.state === 'ready' ? `/api/media/${take.media}/preview` : null;
  const cover = take.cover === null ? made : (localCover ?? `/api/media/${take.cover}`);
  if (local) return { src: local, cover, peaks: heard?.url === local ? heard.peaks : null, about: null };
  // Its address changes once it plays everywhere: what was played before is let go.
  return (
    about && {
      src: `/api/media/${take.media}/playable${about.state === 'processing' ? '?now' : ''}`,
      cover,
      peaks: about.peaks,
      about,
    }
  );
}
