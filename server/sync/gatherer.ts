/** One of several that are asked together; each is answered by itself. */
export interface Gathered<Asked, Answer> {
  asked: Asked;
  answer: (answer: Answer) => void;
  fail: (error: unknown) => void;
}

/**
 * Work for several at once that answers them in their order. Where it fails, each is done again by itself, so that one
 * spoils nothing for the others; one alone has failed.
 */
export const together =
  <Asked, Answer>(work: (asked: readonly Asked[]) => Promise<readonly Answer[]>) =>
  async (batch: readonly Gathered<Asked, Answer>[]): Promise<void> => {
    try {
      const answers = await work(batch.map(({ asked }) => asked));
      batch.forEach(({ answer }, i) => answer(answers[i]!));
    } catch (error) {
      if (batch.length === 1) throw error;
      await Promise.all(batch.map((gathered) => together(work)([gathered]).catch(gathered.fail)));
    }
  };

/** How much is taken together at most. */
interface Limits<Asked> {
  most: number;
  /** Bytes; one that is larger goes by itself. */
  mostBytes?: number;
  bytesOf?: (asked: Asked) => number;
  /** Waited for before what is there is taken, where more is known to come. */
  moreToCome?: () => Promise<unknown>;
  /** So many batches are worked on at the same time; one, where this is left out. */
  atOnce?: number;
}

/**
 * Takes together what is asked while the work before is under way: one alone waits for nobody, and a whole class at once
 * costs a few statements, not a few for each.
 */
export class Gatherer<Asked, Answer> {
  private readonly waiting: Gathered<Asked, Answer>[] = [];
  private underWay = 0;

  /** @param work answers each; where it throws, those that were not answered have failed */
  constructor(
    private readonly work: (batch: readonly Gathered<Asked, Answer>[]) => Promise<void>,
    private readonly limits: Limits<Asked>,
  ) {}

  ask(asked: Asked): Promise<Answer> {
    return new Promise((answer, fail) => {
      this.waiting.push({ asked, answer, fail });
      if (this.underWay < (this.limits.atOnce ?? 1)) void this.workOn();
    });
  }

  private async workOn(): Promise<void> {
    this.underWay += 1;
    while (this.waiting.length > 0) {
      if (this.limits.moreToCome) await this.limits.moreToCome();
      const batch = this.nextBatch();
      try {
        await this.work(batch);
      } catch (error) {
        for (const { fail } of batch) fail(error);
      }
    }
    this.underWay -= 1;
  }

  private nextBatch(): Gathered<Asked, Answer>[] {
    const { most, mostBytes = Infinity, bytesOf = () => 0 } = this.limits;
    let bytes = 0;
    let count = 0;
    while (count < this.waiting.length && count < most) {
      bytes += bytesOf(this.waiting[count]!.asked);
      if (count > 0 && bytes > mostBytes) break;
      count += 1;
    }
    return this.waiting.splice(0, count);
  }
}
