import type { PlanView } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { createStore as createIdbStore, del, get as getKept, set as keep } from 'idb-keyval';
import { createStore } from 'zustand/vanilla';
import { RequestError, request } from '../../api/request';

/** Typing rests this long before it is kept at school, in milliseconds. */
const REST = 600;
/** How long between tries while school can't be reached. */
const AGAIN = 4_000;
/** So many steps can be taken back. */
const STEPS = 60;

/** `conflict`: somebody else has saved meanwhile. */
export type DraftSaved = 'saved' | 'saving' | 'waiting' | 'conflict';

export interface PlanDraftState {
  view: PlanView;
  plan: ActivityPlan;
  saved: DraftSaved;
  /** What school refused, in words. */
  trouble: string | null;
  mayUndo: boolean;
}

interface Kept {
  version: number;
  plan: ActivityPlan;
}

/** What could not be brought to school yet; so that a closed lid loses nothing. */
const unsent = createIdbStore('lippet-plans', 'unsent');

/** An activity while it is made: every change is on this device at once, and at school a moment later. */
export class PlanDraft {
  readonly state;
  private readonly past: ActivityPlan[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | null = null;

  private constructor(
    view: PlanView,
    plan: ActivityPlan,
    private dirty: boolean,
    /** What it is kept under on this device, which several may use. */
    private readonly key: string,
  ) {
    this.state = createStore<PlanDraftState>(() => ({
      view,
      plan,
      saved: dirty ? 'waiting' : 'saved',
      trouble: null,
      mayUndo: false,
    }));
    if (dirty) this.later(0);
  }

  /** Fetches an activity, with what an earlier visit could not bring to school. */
  static async open(id: string, owner: string): Promise<PlanDraft> {
    const view = await request('GET /activities/:id/plan', { id });
    const kept = await getKept<Kept>(`${owner}/${id}`, unsent);
    // What was typed on top of an older version would overwrite what somebody else has saved since.
    const mine = kept?.version === view.version ? kept.plan : null;
    return new PlanDraft(view, mine ?? view.plan, mine !== null, `${owner}/${id}`);
  }

  /** @param step whether it can be taken back by itself; typing belongs to the step before */
  change(how: (plan: ActivityPlan) => ActivityPlan, step = false): void {
    const { plan } = this.state.getState();
    if (step) this.past.push(plan);
    if (this.past.length > STEPS) this.past.shift();
    this.put(how(plan));
  }

  undo(): void {
    const before = this.past.pop();
    if (before) this.put(before);
  }

  private put(plan: ActivityPlan): void {
    this.dirty = true;
    const { view, saved } = this.state.getState();
    this.state.setState({ plan, saved: saved === 'conflict' ? 'conflict' : 'saving', mayUndo: this.past.length > 0 });
    // Should the device have no room, school gets it all the same a moment later.
    void keep(this.key, { version: view.version, plan } satisfies Kept, unsent).catch((error: unknown) =>
      console.warn('The draft could not be kept on this device.', error),
    );
    this.later(REST);
  }

  private later(wait: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), wait);
  }

  /** Brings all that was typed to school; resolves once it is there, or can't be just now. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    // What is on its way is waited for, too: what is asked for next goes by the version that comes of it.
    while ((this.dirty || this.sending) && this.state.getState().saved !== 'conflict') {
      this.sending ??= this.send().finally(() => (this.sending = null));
      await this.sending;
      if (this.state.getState().saved === 'waiting') return;
    }
  }

  private async send(): Promise<void> {
    const { plan, view } = this.state.getState();
    this.dirty = false;
    try {
      const { version } = await request(
        'PUT /activities/:id/plan',
        { id: view.id },
        {
          version: view.version,
          plan,
        },
      );
      this.state.setState(({ view: now }) => ({
        view: { ...now, version, changed: now.state !== 'draft' },
        saved: this.dirty ? 'saving' : 'saved',
        trouble: null,
      }));
      if (!this.dirty) await del(this.key, unsent);
    } catch (error) {
      this.dirty = true;
      if (!(error instanceof RequestError)) throw error;
      if (error.code === 'conflict') return this.state.setState({ saved: 'conflict', trouble: error.message });
      this.state.setState({ saved: 'waiting', trouble: error.code === 'unreachable' ? null : error.message });
      this.later(AGAIN);
    }
  }

  private take(view: PlanView): void {
    this.past.length = 0;
    this.dirty = false;
    void del(this.key, unsent);
    this.state.setState({ view, plan: view.plan, saved: 'saved', trouble: null, mayUndo: false });
  }

  /** Gives out what is typed. @throws RequestError with what is missing */
  async giveOut(): Promise<void> {
    await this.flush();
    const { view } = this.state.getState();
    this.take(await request('POST /activities/:id/set', { id: view.id }, { version: view.version }));
  }

  /** Looks again in which parts there is work: that may have been begun while one typed. */
  async lookForWork(): Promise<void> {
    const { workIn, withWork } = await request('GET /activities/:id/plan', { id: this.state.getState().view.id });
    this.state.setState(({ view }) => ({ view: { ...view, workIn, withWork } }));
  }

  /** Goes back to what learners see. */
  async discard(): Promise<void> {
    const { id } = this.state.getState().view;
    clearTimeout(this.timer);
    await request('DELETE /activities/:id/draft', { id });
    this.take(await request('GET /activities/:id/plan', { id }));
  }

  /** Takes what is at school in place of what is here, after somebody else has changed it. */
  async takeTheirs(): Promise<void> {
    this.take(await request('GET /activities/:id/plan', { id: this.state.getState().view.id }));
  }

  async archive(away: boolean): Promise<void> {
    await this.flush();
    const { id } = this.state.getState().view;
    if (away) await request('POST /activities/:id/archive', { id });
    else await request('DELETE /activities/:id/archive', { id });
    this.take(await request('GET /activities/:id/plan', { id }));
  }

  destroy(): void {
    void this.flush();
  }
}

/** Where the draft is, in words. */
export function draftWords({ saved, trouble }: Pick<PlanDraftState, 'saved' | 'trouble'>): string {
  if (trouble) return trouble;
  return {
    saved: 'kept at school',
    saving: 'keeping …',
    waiting: 'kept on this device, school can’t be reached',
    conflict: '',
  }[saved];
}
