/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { EMPTY_PLAN } from '@lippet/core/contract/activityDefinition';
import type { PlanView } from '@lippet/core/contract/activities';
import { PlanDraft } from './planDraft';

/** A school that keeps one plan, as the server does: by version. `down` cuts the line. */
class SmallServer {
  view: PlanView = {
    id: 'a',
    state: 'draft',
    changed: false,
    version: 0,
    plan: EMPTY_PLAN,
    groups: [],
    workIn: {},
    withWork: [],
    marked: { count: 0, rubric: [], marking: EMPTY_PLAN.marking },
  };
  down = false;
  puts = 0;
  /** What a PUT waits for before it is carried out. */
  slow: Promise<void> = Promise.resolve();

  fetch = async (url: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> => {
    if (this.down) throw new TypeError('cut');
    if (method === 'PUT' && url === '/api/activities/a/plan') {
      this.puts += 1;
      await this.slow;
      const { version, plan } = JSON.parse(String(body)) as { version: number; plan: PlanView['plan'] };
      if (version !== this.view.version) return answer(409, { code: 'conflict', message: 'Changed meanwhile.' });
      this.view = { ...this.view, plan, version: version + 1 };
      return answer(200, { version: this.view.version });
    }
    if (method === 'POST') {
      const { version } = JSON.parse(String(body)) as { version: number };
      if (version !== this.view.version) return answer(409, { code: 'conflict', message: 'Changed meanwhile.' });
      this.view = { ...this.view, state: 'set' };
    }
    return answer(200, this.view);
  };
}
const answer = (status: number, body: unknown): Response =>
  ({ ok: status < 400, status, json: async () => body }) as Response;

describe('an activity while it is made', () => {
  let server: SmallServer;
  beforeEach(() => {
    server = new SmallServer();
    globalThis.fetch = server.fetch as typeof fetch;
  });
  const title = (draft: PlanDraft, words: string, step = false): void =>
    draft.change((plan) => ({ ...plan, title: words }), step);

  it('is at school a moment after it was typed, all of it, in order', async () => {
    const draft = await PlanDraft.open('a', 'me');
    for (const words of ['K', 'Kn', 'Knots']) title(draft, words);
    expect(draft.state.getState().saved).toBe('saving');
    await draft.flush();
    expect([server.view.plan.title, server.puts, draft.state.getState().saved]).toEqual(['Knots', 1, 'saved']);
  });

  it('is kept on this device while school can’t be reached, through a closed browser too', async () => {
    const draft = await PlanDraft.open('a', 'me');
    server.down = true;
    title(draft, 'Tides');
    await draft.flush();
    expect(draft.state.getState().saved).toBe('waiting');
    server.down = false;
    const next = await PlanDraft.open('a', 'me');
    expect(next.state.getState().plan.title).toBe('Tides');
    await next.flush();
    expect(server.view.plan.title).toBe('Tides');
  });

  it('does not overwrite what somebody else has saved, and does not go on trying', async () => {
    const draft = await PlanDraft.open('a', 'me');
    server.view = { ...server.view, version: 7, plan: { ...EMPTY_PLAN, title: 'Theirs' } };
    title(draft, 'Mine');
    await draft.flush();
    title(draft, 'Mine still');
    await draft.flush();
    expect([draft.state.getState().saved, server.view.plan.title, server.puts]).toEqual(['conflict', 'Theirs', 1]);
    await draft.takeTheirs();
    expect(draft.state.getState()).toMatchObject({ plan: { title: 'Theirs' }, saved: 'saved' });
  });

  it('is given out only once what is on its way is there', async () => {
    const draft = await PlanDraft.open('a', 'me');
    let arrive = (): void => undefined;
    server.slow = new Promise((resolve) => (arrive = resolve));
    title(draft, 'Sails');
    const kept = draft.flush();
    const given = draft.giveOut();
    arrive();
    await Promise.all([kept, given]);
    expect(draft.state.getState()).toMatchObject({ saved: 'saved', view: { state: 'set', plan: { title: 'Sails' } } });
  });

  it('takes whole steps back', async () => {
    const draft = await PlanDraft.open('a', 'me');
    title(draft, 'One', true);
    title(draft, 'One and');
    title(draft, 'Two', true);
    draft.undo();
    expect(draft.state.getState().plan.title).toBe('One and');
    draft.undo();
    expect(draft.state.getState()).toMatchObject({ plan: { title: '' }, mayUndo: false });
    await draft.flush();
  });
});
