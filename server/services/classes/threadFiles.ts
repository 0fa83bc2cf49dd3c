import { Message, Thread } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';

/** Whether a file stands in a message that one may read. */
export async function shownInThread(actor: Actor, mediaId: string): Promise<boolean> {
  const messages = await Message.findAll({ where: { mediaId, removedAt: null }, attributes: ['threadId'] });
  const threads = await Thread.findAll({ where: { id: messages.map(({ threadId }) => threadId) } });
  return threads.some((thread) => policy.readThread(actor, thread));
}
