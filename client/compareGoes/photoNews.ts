import type { Difference } from '@lippet/core/scan/difference';
import { scanner } from '../capture/scanner';

const known = new Map<string, Promise<Difference>>();

async function photo(media: string): Promise<Blob> {
  const answer = await fetch(`/api/media/${media}`);
  if (!answer.ok) throw new Error('A photo could not be fetched, so the two can’t be compared.');
  return answer.blob();
}

/** What is different between two photos of one sheet: computed once, in a worker. */
export function photoNews(before: string, now: string): Promise<Difference> {
  const key = `${before} ${now}`;
  const made =
    known.get(key) ??
    Promise.all([photo(before), photo(now)]).then(([old, current]) => scanner().difference(old, current));
  known.set(key, made);
  made.catch(() => known.delete(key));
  return made;
}
