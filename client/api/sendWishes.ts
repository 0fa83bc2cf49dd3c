import type { Felt } from '@lippet/core/contract/pieces';
import { createStore as createIdbStore, del, entries, set } from 'idb-keyval';
import { createStore } from 'zustand/vanilla';

/** A piece that its learner has sent, and that has not gone yet: its media or the network is missing. */
export interface SendWish {
  pieceId: string;
  personId: string;
  activityId: string;
  title: string;
  teacher: string;
  /** The same key goes with every try, so that it goes once. */
  key: string;
  word: string;
  felt: Felt | null;
  /** Id of a spoken word's Media. */
  voice: string | null;
}

interface Wishes {
  /** By piece. */
  wishes: Readonly<Record<string, SendWish>>;
  /** What has become of some meanwhile, newest last, in words. */
  news: readonly { pieceId: string; words: string; sent: boolean }[];
}

const kept = createIdbStore('lippet-send', 'wishes');

/** Wishes to send, kept on the device until each piece has gone or its learner has stopped it. */
export const sendWishes = createStore<Wishes>(() => ({ wishes: {}, news: [] }));

/** Takes up what an earlier visit left, of one person: others of this device find theirs when they sign in. */
export async function takeUpWishes(personId: string): Promise<void> {
  const left = (await entries<string, SendWish>(kept)).filter(([, wish]) => wish.personId === personId);
  sendWishes.setState({ wishes: Object.fromEntries(left), news: [] });
}

export async function keepWish(wish: SendWish): Promise<void> {
  await set(wish.pieceId, wish, kept);
  sendWishes.setState(({ wishes }) => ({ wishes: { ...wishes, [wish.pieceId]: wish } }));
}

export async function dropWish(pieceId: string): Promise<void> {
  await del(pieceId, kept);
  sendWishes.setState(({ wishes: { [pieceId]: _, ...wishes } }) => ({ wishes }));
}

export const tellOfWish = (pieceId: string, words: string, sent: boolean): void =>
  sendWishes.setState(({ news }) => ({
    news: [...news.filter((told) => told.pieceId !== pieceId), { pieceId, words, sent }],
  }));
