import { CAPTURE_HEADER } from '@lippet/core/contract/capture';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { Problem } from '@lippet/core/contract/problem';

/** Milliseconds until it is tried again. */
const TRY_AGAIN = 2_000;

/** Answers that say nothing of the photo: it took too long, there were too many at once, or school is in trouble. */
const isLater = (status: number): boolean => status >= 500 || status === 408 || status === 429;

/**
 * Sends a photo from a device that nobody is signed in on, again and again under one id until school has it.
 * @param key what the device may bring photos with
 * @returns a sentence where school will not take it
 */
export async function sendPhoto(
  key: string,
  photo: Blob,
  onTrouble: (words: string | null) => void,
): Promise<string | null> {
  const id = crypto.randomUUID();
  for (;;) {
    try {
      const answer = await fetch(`/api/captures/media/${id}`, {
        method: 'PUT',
        headers: { [OWN_HEADER]: '1', [CAPTURE_HEADER]: key, 'content-type': 'application/octet-stream' },
        body: photo,
      });
      onTrouble(null);
      if (answer.ok) return null;
      if (!isLater(answer.status)) return ((await answer.json()) as Problem).message;
    } catch {
      onTrouble('School can’t be reached. The photo is kept and goes as soon as it can; leave this page open.');
    }
    await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN));
  }
}
