import { meansLater } from '@lippet/core/contract/problem';
import type { GoView } from '@lippet/core/contract/pieces';
import { mediaOutbox, onTheirWay, wayWords } from '../api/mediaOutbox';
import { RequestError, request } from '../api/request';
import type { SendWish } from '../api/sendWishes';
import type { LiveDocument } from '../page/document/liveDocument';

/** What has become of one try to send. */
export type SendTry =
  /** Tried again by itself until it arrives, or until one stops it. */
  { step: 'waiting'; why: string } | { step: 'sent'; go: GoView } | { step: 'refused'; why: string };

/**
 * Tries to send a piece once. Strokes and files that are on their way are waited for; the wish's key makes a lost
 * answer or an impatient second tap still one go.
 */
export async function trySending(
  live: LiveDocument,
  { pieceId, key, word, felt, voice }: Pick<SendWish, 'pieceId' | 'key' | 'word' | 'felt' | 'voice'>,
): Promise<SendTry> {
  try {
    await live.allAtSchool();
    const way = onTheirWay(mediaOutbox.state.getState(), `pieces/${pieceId}`);
    if (way)
      return {
        step: 'waiting',
        why: `Waiting for ${wayWords(way)}. It all goes by itself then, also when you leave this page.`,
      };
    const submission = await request(
      'POST /pieces/:id/send',
      { id: pieceId },
      {
        key,
        extent: live.extent(),
        felt,
        voice,
        ...(word.trim() ? { word } : {}),
      },
    );
    return { step: 'sent', go: submission };
  } catch (error) {
    const why = whyItWaits(error);
    return why === null ? { step: 'refused', why: (error as Error).message } : { step: 'waiting', why };
  }
}

/** What is said while a try that came to nothing is followed by others; null where school refuses for certain. */
function whyItWaits(error: unknown): string | null {
  // What is no answer of school's (half of one, a page of the network's own) says nothing of the piece.
  const code = error instanceof RequestError ? error.code : 'unreachable';
  if (code === 'unreachable')
    return 'School can’t be reached. It goes by itself as soon as it can, also when you leave this page.';
  if (code === 'still-arriving')
    return 'Your work is on its way to school. It goes by itself as soon as all of it is there.';
  if (code === 'signed-out') return 'You are signed out. It goes by itself once you are signed in again.';
  if (meansLater(code)) return 'School is busy just now. It goes by itself as soon as it can.';
  return null;
}
