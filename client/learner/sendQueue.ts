import { mediaOutbox } from '../api/mediaOutbox';
import { keys, queryClient } from '../api/queries';
import { dropWish, sendWishes, takeUpWishes, tellOfWish, type SendWish } from '../api/sendWishes';
import { LiveDocument } from '../page/document/liveDocument';
import { trySending } from './sending';

/** How long between rounds while something waits, in milliseconds. */
const AGAIN = 4_000;

/**
 * Sends what was sent without a network, or before its files were at school: by itself, also after the browser was
 * closed.
 */
class Courier {
  /** Pieces whose own screen is sending them. */
  readonly inHand = new Set<string>();
  private personId: string | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private working = false;

  async start(personId: string): Promise<void> {
    if (this.personId === personId) return;
    const isFirst = this.personId === null;
    this.personId = personId;
    await takeUpWishes(personId);
    await mediaOutbox.start();
    if (isFirst) {
      sendWishes.subscribe(() => this.soon());
      window.addEventListener('online', () => void this.round());
    }
    await this.round();
  }

  private soon(): void {
    this.timer ??= setTimeout(() => void this.round(), AGAIN);
  }

  private async round(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.working) return;
    this.working = true;
    try {
      for (const wish of Object.values(sendWishes.getState().wishes))
        if (wish.personId === this.personId && !this.inHand.has(wish.pieceId)) await this.carry(wish);
    } finally {
      this.working = false;
      if (Object.keys(sendWishes.getState().wishes).length > 0) this.soon();
    }
  }

  private async carry(wish: SendWish): Promise<void> {
    const live = new LiveDocument(`piece:${wish.pieceId}`, wish.personId);
    try {
      const result = await trySending(live, wish);
      // Stopped meanwhile, or taken over by its own screen: that one tells.
      if (result.step === 'waiting' || this.inHand.has(wish.pieceId)) return;
      await dropWish(wish.pieceId);
      const sent = result.step === 'sent';
      tellOfWish(
        wish.pieceId,
        sent ? `${wish.title} has gone to ${wish.teacher}.` : `${wish.title} could not be sent. ${result.why}`,
        sent,
      );
      await Promise.all([
        queryClient.invalidateQueries({ queryKey: keys.now }),
        queryClient.invalidateQueries({ queryKey: keys.piece(wish.pieceId) }),
      ]);
    } finally {
      live.destroy();
    }
  }
}

export const sendQueue = new Courier();
