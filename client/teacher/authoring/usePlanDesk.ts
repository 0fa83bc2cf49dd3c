import type { PlanView } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { planTroubles, type PlanPlace, type PlanTrouble } from '@lippet/core/contract/definitionTroubles';
import type { MediaHome } from '@lippet/core/contract/media';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { createContext, useContext, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { keys } from '../../api/queries';
import { getBlob, request } from '../../api/request';
import { download } from '../../page/takeOut/takeOut';
import type { PlanDraft, PlanDraftState } from './planDraft';
import { createPlanDeskView, showAnew, type PlanDeskView, type PlanDeskViewStore } from './planDeskView';
import { PlanTasks, type GivingQuestion } from './planTasks';

/** An activity that is being made, as it was opened. */
export interface OpenPlan {
  draft: PlanDraft;
  state: PlanDraftState;
  zone: string;
  /** Name of whoever makes it. */
  teacher: string;
}

/** All that the views of the form work with. */
export interface PlanDeskModel extends OpenPlan {
  plan: ActivityPlan;
  school: PlanView;
  home: MediaHome;
  view: PlanDeskViewStore;
  tasks: PlanTasks;
  troubles: readonly PlanTrouble[];
  nameOf: (id: string) => string;
  change: PlanDraft['change'];
  giveOut: (agreed?: readonly GivingQuestion[]) => Promise<void>;
  /** Does something after which the plan is another. */
  afresh: (action: () => Promise<void>) => Promise<void>;
  copy: () => Promise<void>;
  /** Takes the activity out as a file. */
  takeOut: () => Promise<void>;
}

/** Brings a section of the form into sight. */
export const goToSection = (place: PlanPlace): void =>
  document.getElementById(`plan-${place}`)?.scrollIntoView({ block: 'start' });

/** Name of a group, or of somebody in one. */
function nameIn({ groups }: PlanView, id: string): string {
  const group = groups.find((known) => known.id === id);
  const learner = groups.flatMap(({ learners }) => learners).find((known) => known.id === id);
  return group?.name ?? learner?.name ?? 'somebody';
}

export function usePlanDesk(opened: OpenPlan): PlanDeskModel {
  const { draft, state } = opened;
  const { plan, view: school } = state;
  const client = useQueryClient();
  const router = useRouter();
  const [view] = useState(createPlanDeskView);
  const listAnew = (): void => void client.invalidateQueries({ queryKey: keys.activities });
  const [tasks] = useState(() => new PlanTasks(draft, listAnew));
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.activities }), [client]);
  const nameOf = (id: string): string => nameIn(school, id);
  const troubles = planTroubles(plan, nameOf);
  const closeMenu = (): void => view.setState({ over: null });
  return {
    ...opened,
    plan,
    school,
    home: `activities/${school.id}`,
    view,
    tasks,
    troubles,
    nameOf,
    change: draft.change.bind(draft),
    async giveOut(agreed) {
      const [first] = troubles;
      view.setState({ troublesShown: first !== undefined });
      if (first) return goToSection(first.place);
      await tasks.giveOut(agreed);
      return undefined;
    },
    async afresh(action) {
      closeMenu();
      if (await tasks.run(action)) showAnew(view);
    },
    async copy() {
      closeMenu();
      const id = crypto.randomUUID();
      await draft.flush();
      if (await tasks.run(() => request('POST /activities/:id/copy', { id: school.id }, { id })))
        router.replace(`/make/${id}`);
    },
    async takeOut() {
      closeMenu();
      await draft.flush();
      const name = `${plan.title || 'activity'}.zip`;
      await tasks.run(async () => download(await getBlob(`/activities/${school.id}/archive.zip`), name));
    },
  };
}

export const PlanDeskContext = createContext<PlanDeskModel | null>(null);

/** The form that a view is part of. */
export function usePlanHere(): PlanDeskModel {
  const desk = useContext(PlanDeskContext);
  if (!desk) throw new Error('A view of the form of an activity stands outside of it.');
  return desk;
}

/** What is looked at of it; only who asks is drawn again when that changes. */
export function usePlanView<T>(select: (view: PlanDeskView) => T): T {
  return useStore(usePlanHere().view, select);
}
