import type { Me } from '@lippet/core/contract/signIn';
import type { PieceView } from '@lippet/core/contract/pieces';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { keys } from '../../api/queries';
import { dropWish, keepWish, sendWishes, type SendWish } from '../../api/sendWishes';
import type { LiveDocument } from '../../page/document/liveDocument';
import { forgetPlace } from '../../stores/lastPlaces';
import { sendQueue } from '../sendQueue';
import { trySending, type SendTry } from '../sending';

/** How long between tries, in milliseconds. */
const TRY_AGAIN = 1_200;

export type Sending = { step: 'asking' } | { step: 'sending' } | SendTry;

/**
 * Sends a piece once. The wish is kept on the device before the first try, so that it goes by itself whatever becomes
 * of this screen; a piece that was sent before and has not gone yet goes on being sent.
 */
export function useSend({ id: pieceId, card }: PieceView, live: LiveDocument) {
  const client = useQueryClient();
  const wanted = useRef(false);
  const [sending, setSending] = useState<Sending>({ step: 'asking' });

  const carry = async (wish: SendWish): Promise<void> => {
    if (wanted.current) return;
    wanted.current = true;
    setSending({ step: 'sending' });
    while (wanted.current) {
      const result = await trySending(live, wish);
      // Also where one has left meanwhile: what has gone has gone.
      if (result.step !== 'waiting') await dropWish(pieceId);
      if (!wanted.current && result.step !== 'sent') break;
      setSending(result);
      // What is sent is looked at from its beginning.
      if (result.step === 'sent') forgetPlace(pieceId);
      if (result.step !== 'waiting') {
        wanted.current = false;
        break;
      }
      await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN));
    }
    await Promise.all([
      client.invalidateQueries({ queryKey: keys.piece(pieceId) }),
      client.invalidateQueries({ queryKey: keys.now }),
    ]);
  };
  const send = async (words: Pick<SendWish, 'word' | 'felt' | 'voice'>): Promise<void> => {
    if (wanted.current) return;
    const { id: personId } = client.getQueryData<Me>(keys.me)!;
    const wish = {
      pieceId,
      personId,
      activityId: card.activityId,
      title: card.title,
      teacher: card.teacher,
      key: crypto.randomUUID(),
      ...words,
    };
    // Where the device has no room for the wish, it is sent all the same, while this stays open.
    await keepWish(wish).catch((error: unknown) => console.warn('The wish to send could not be kept.', error));
    await carry(wish);
  };
  const stop = (): void => {
    wanted.current = false;
    void dropWish(pieceId);
    setSending({ step: 'asking' });
  };
  const carryOn = useRef(carry);
  carryOn.current = carry;
  useEffect(() => {
    sendQueue.inHand.add(pieceId);
    const before = sendWishes.getState().wishes[pieceId];
    if (before) void carryOn.current(before);
    return () => {
      wanted.current = false;
      sendQueue.inHand.delete(pieceId);
    };
  }, [pieceId]);
  return { sending, send, stop };
}
