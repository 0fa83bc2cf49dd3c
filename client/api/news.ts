import { NEWS_PACE, NEWS_PATH } from '@lippet/core/contract/sync';
import { paced } from './paced';
import { queryClient } from './queries';

/**
 * How long until it is tried again where the line was cut, in milliseconds; twice as long after each try, up to the
 * longest.
 */
const AGAIN = { first: 1_000, longest: 60_000 };
/** What may have changed when there is news. */
const CHANGES = new Set([
  'now',
  'updates',
  'to-review',
  'line',
  'piece',
  'classroom',
  'asks',
  'collection',
  'joining',
  'answers',
  'tries',
  'crews',
]);

/**
 * Hears from school that there is something new, and asks for it. Lists ask by themselves too, so that nothing hangs on
 * this line.
 */
class News {
  private personId: string | null = null;
  private socket: WebSocket | null = null;
  private wait: number = AGAIN.first;
  private timer: ReturnType<typeof setTimeout> | undefined;

  start(personId: string): void {
    if (this.personId === personId) return;
    this.personId = personId;
    this.socket?.close();
    this.open();
  }

  private open(): void {
    clearTimeout(this.timer);
    const socket = new WebSocket(`${window.location.origin.replace(/^http/, 'ws')}${NEWS_PATH}`);
    this.socket = socket;
    socket.onopen = () => {
      this.wait = AGAIN.first;
      // What was told while the line was cut.
      this.ask();
    };
    socket.onmessage = () => this.askPaced();
    socket.onclose = () => {
      if (this.socket !== socket) return;
      this.timer = setTimeout(() => this.open(), this.wait);
      this.wait = Math.min(AGAIN.longest, this.wait * 2);
    };
  }

  private readonly askPaced = paced(() => this.ask(), NEWS_PACE);

  private ask(): void {
    void queryClient.invalidateQueries({ predicate: ({ queryKey }) => CHANGES.has(String(queryKey[0])) });
  }
}

export const news = new News();
