import { delMany } from 'idb-keyval';
import { clearDocument } from 'y-indexeddb';
import { LiveDocument } from './liveDocument';
import { strokeKey } from '../surface/strokeUnderWay';

/** So long may it take until school has all of a document before its copy stays on this device, in milliseconds. */
const PATIENCE = 4_000;
/** A copy that another window has open is taken away when that closes; so long is waited for it, in milliseconds. */
const OPEN_ELSEWHERE = 1_000;

/** The documents that somebody has copies of on this device. Not every browser tells; there they stay. */
async function copiesOf(owner: string): Promise<string[]> {
  if (!indexedDB.databases) return [];
  const mine = `${owner}/`;
  return (await indexedDB.databases()).flatMap(({ name }) => (name?.startsWith(mine) ? [name.slice(mine.length)] : []));
}

async function takeAway(name: string, owner: string): Promise<void> {
  const live = new LiveDocument(name, owner);
  try {
    await live.allSafe(PATIENCE);
  } catch {
    // School does not have all of it: it stays here until its owner comes again.
    return;
  } finally {
    live.destroy();
  }
  await Promise.race([clearDocument(live.copy), new Promise((resolve) => setTimeout(resolve, OPEN_ELSEWHERE))]);
  await delMany([live.historyKey, strokeKey(live.historyKey)]);
}

/**
 * Takes away somebody's copies of what school has all of, before they are signed out: who comes next finds nothing of
 * theirs. What is not at school yet stays; nobody else opens it, because copies are kept under their owner's name.
 */
export async function takeCopiesAway(owner: string): Promise<void> {
  await Promise.all((await copiesOf(owner)).map((name) => takeAway(name, owner)));
}
