import type { GoView } from '@lippet/core/contract/work';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { mediaOutbox } from '../../api/mediaOutbox';
import { keys } from '../../api/queries';
import { post, RequestError } from '../../api/request';
import type { LiveDocument } from '../../page/liveDocument';

/** How long between tries, in milliseconds. */
const TRY_AGAIN = 1_200;

export type Sending =
  | { step: 'asking' }
  | { step: 'sending' }
  /** Tries by itself until it arrives, or until one stops it. */
  | { step: 'waiting'; why: string }
  | { step: 'sent'; go: GoView }
  | { step: 'refused'; why: string };

/**
 * Sends a piece once: the same key goes with every try, so that a lost answer or an impatient second tap
 * still makes one go. Strokes that are on their way are waited for.
 */
export function useSend(pieceId: string, live: LiveDocument) {
  const client = useQueryClient();
  const key = useRef(crypto.randomUUID());
  const wanted = useRef(false);
  const [sending, setSending] = useState<Sending>({ step: 'asking' });
  useEffect(() => () => void (wanted.current = false), []);

  const attempt = async (word: string): Promise<Sending> => {
    try {
      await live.allAtSchool();
      if (mediaOutbox.isWaiting(pieceId)) return { step: 'waiting', why: 'A picture is on its way to school. It all goes as soon as that is there.' };
      const go = await post<GoView>(`/pieces/${pieceId}/send`, { key: key.current, extent: live.extent(), ...(word.trim() ? { word } : {}) });
      return { step: 'sent', go };
    } catch (error) {
      const code = error instanceof RequestError ? error.code : 'unreachable';
      if (code === 'still-arriving') return { step: 'waiting', why: 'Your work is on its way to school. It goes as soon as all of it is there.' };
      if (code === 'unreachable') return { step: 'waiting', why: 'School can’t be reached. Keep this open: it goes by itself as soon as it can.' };
      return { step: 'refused', why: (error as Error).message };
    }
  };

  const send = async (word: string): Promise<void> => {
    if (wanted.current) return;
    wanted.current = true;
    setSending({ step: 'sending' });
    while (wanted.current) {
      const result = await attempt(word);
      if (!wanted.current && result.step !== 'sent') break;
      setSending(result);
      if (result.step !== 'waiting') {
        wanted.current = false;
        break;
      }
      await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN));
    }
    await Promise.all([client.invalidateQueries({ queryKey: keys.piece(pieceId) }), client.invalidateQueries({ queryKey: keys.now })]);
  };
  const stop = (): void => {
    wanted.current = false;
    setSending({ step: 'asking' });
  };
  return { sending, send, stop };
}
