import type { PlanView } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { createStore } from 'zustand/vanilla';
import type { PlanDraftState } from './planDraft';
import { takenOut } from './planParts';

/**
 * What is asked before changes are given out: `leaving`: parts that were begun are left out; `remarking`: what good work
 * shows has changed, and some was marked by it.
 */
export type GivingQuestion = 'leaving' | 'remarking';

/** What is done with an activity as a whole, one thing at a time. */
export type PlanTask =
  { step: 'idle' } | { step: 'busy' } | { step: 'asking'; question: GivingQuestion } | { step: 'failed'; why: string };

/** What is needed of a draft to give it out. */
interface Draft {
  state: { getState: () => Pick<PlanDraftState, 'plan' | 'view'> };
  lookForWork: () => Promise<void>;
  giveOut: () => Promise<void>;
}

/** What is marked by, to be compared: the keys of what comes from school may stand in another order. */
const markedBy = ({ rubric, marking }: Pick<ActivityPlan, 'rubric' | 'marking'>): string =>
  JSON.stringify([
    rubric.map((row) => [row.id, row.title, row.levels, row.weight]),
    marking.kind,
    marking.outOf,
    marking.halves,
    marking.levels,
  ]);

/** Parts that learners are asked for now and have begun, and that the plan leaves out. */
export const leftOut = (plan: ActivityPlan, { withWork }: PlanView): ReturnType<typeof takenOut> =>
  takenOut(plan, withWork).filter(({ asked }) => asked);

/** Carries out what is done with an activity as a whole, and asks first where work of others is touched. */
export class PlanTasks {
  readonly state = createStore<PlanTask>(() => ({ step: 'idle' }));

  /** @param ended called after each task, however it went */
  constructor(
    private readonly draft: Draft,
    private readonly ended: () => void,
  ) {}

  /** @returns whether it went well; what did not is in the state, in words */
  async run(task: () => Promise<unknown>): Promise<boolean> {
    this.state.setState({ step: 'busy' }, true);
    try {
      await task();
      this.stop();
      return true;
    } catch (failed) {
      this.state.setState({ step: 'failed', why: (failed as Error).message }, true);
      return false;
    } finally {
      this.ended();
    }
  }

  /** Lets go of a question, or of what went wrong. */
  stop(): void {
    this.state.setState({ step: 'idle' }, true);
  }

  /**
   * Gives the plan out, or asks.
   * @param agreed the questions that were answered with yes
   * @returns whether it was given out
   */
  async giveOut(agreed: readonly GivingQuestion[] = []): Promise<boolean> {
    this.stop();
    if (!agreed.includes('leaving')) {
      const { view } = this.draft.state.getState();
      // Where it can't be looked up, nothing is given out over somebody's work.
      if (view.state === 'set' && !(await this.run(() => this.draft.lookForWork()))) return false;
      if (this.leavesWorkOut()) return this.ask('leaving');
    }
    if (!agreed.includes('remarking') && this.changesMarks()) return this.ask('remarking');
    return this.run(() => this.draft.giveOut());
  }

  private ask(question: GivingQuestion): false {
    this.state.setState({ step: 'asking', question }, true);
    return false;
  }

  private leavesWorkOut(): boolean {
    const { plan, view } = this.draft.state.getState();
    return leftOut(plan, view).length > 0;
  }

  private changesMarks(): boolean {
    const { plan, view } = this.draft.state.getState();
    return view.marked.count > 0 && markedBy(view.marked) !== markedBy(plan);
  }
}
