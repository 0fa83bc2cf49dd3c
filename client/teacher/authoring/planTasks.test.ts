import type { PlanView } from '@lippet/core/contract/activities';
import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { newPart } from '@lippet/core/parts/part';
import { PlanTasks } from './planTasks';

const PART = newPart('page', '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f', 'My page');
const ROW = { id: 'r', title: 'Neat', levels: ['No', 'Yes'], weight: 1 };
const view = (change: Partial<PlanView> = {}): PlanView => ({
  id: 'a',
  state: 'set',
  changed: true,
  version: 1,
  plan: EMPTY_PLAN,
  groups: [],
  workIn: {},
  withWork: [],
  marked: { count: 0, rubric: [], marking: EMPTY_PLAN.marking },
  ...change,
});

/** A draft over a school that answers at once, and keeps what it was asked. */
function tasksOf(plan: ActivityPlan, now: PlanView, down = false) {
  const asked: string[] = [];
  const answer = async (answered: string): Promise<void> => {
    asked.push(answered);
    if (down) throw new Error('School can’t be reached.');
  };
  const draft = {
    state: { getState: () => ({ plan, view: now }) },
    lookForWork: () => answer('work'),
    giveOut: () => answer('give out'),
  };
  let ended = 0;
  const tasks = new PlanTasks(draft, () => (ended += 1));
  return { tasks, asked, ended: () => ended };
}

describe('giving an activity out', () => {
  it('is done at once where nobody’s work is touched', async () => {
    const { tasks, asked } = tasksOf(EMPTY_PLAN, view({ state: 'draft' }));
    expect(await tasks.giveOut()).toBe(true);
    expect(asked).toEqual(['give out']);
    expect(tasks.state.getState()).toEqual({ step: 'idle' });
  });

  it('asks before it leaves out a part that was begun, and then does it', async () => {
    const { tasks, asked } = tasksOf(EMPTY_PLAN, view({ withWork: [{ part: PART, asked: true }] }));
    expect(await tasks.giveOut()).toBe(false);
    expect(tasks.state.getState()).toEqual({ step: 'asking', question: 'leaving' });
    expect(asked).toEqual(['work']);
    expect(await tasks.giveOut(['leaving'])).toBe(true);
    expect(asked).toEqual(['work', 'give out']);
  });

  it('does not ask again for a part that was taken out before', async () => {
    const { tasks } = tasksOf(EMPTY_PLAN, view({ withWork: [{ part: PART, asked: false }] }));
    expect(await tasks.giveOut()).toBe(true);
  });

  it('asks before it changes what somebody was marked by', async () => {
    const marked = { count: 2, rubric: [ROW], marking: EMPTY_PLAN.marking };
    const { tasks } = tasksOf({ ...EMPTY_PLAN, rubric: [{ ...ROW, title: 'Tidy' }] }, view({ marked }));
    expect(await tasks.giveOut()).toBe(false);
    expect(tasks.state.getState()).toEqual({ step: 'asking', question: 'remarking' });
    const same = tasksOf({ ...EMPTY_PLAN, rubric: [{ ...ROW }] }, view({ marked }));
    expect(await same.tasks.giveOut()).toBe(true);
  });

  it('gives nothing out where it can’t be looked up whose work is in it, and says why', async () => {
    const { tasks, asked, ended } = tasksOf(EMPTY_PLAN, view(), true);
    expect(await tasks.giveOut()).toBe(false);
    expect(asked).toEqual(['work']);
    expect(tasks.state.getState()).toEqual({ step: 'failed', why: 'School can’t be reached.' });
    expect(ended()).toBe(1);
    tasks.stop();
    expect(tasks.state.getState()).toEqual({ step: 'idle' });
  });
});
