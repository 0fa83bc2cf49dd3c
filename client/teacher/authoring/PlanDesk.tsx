import { useEffect } from 'react';
import { BackHead } from '../../ui/BackHead';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { useEditing } from './editing';
import { PlanAway } from './PlanAway';
import { PlanLayout } from './PlanLayout';
import { useComeBack } from './useComeBack';
import { PlanDeskContext, usePlanDesk, usePlanView, type OpenPlan } from './usePlanDesk';
import { usePlanDraft } from './usePlanDraft';

interface Props {
  activityId: string;
  zone: string;
  teacher: string;
}

/** Making an activity: one form in six parts, kept as one types, and what a learner will see of it. */
export default function PlanDesk({ activityId, zone, teacher }: Props) {
  const { draft, state, error, again } = usePlanDraft(activityId);
  // Of another form, nothing is being edited here.
  useEffect(() => () => useEditing.getState().leave(), []);
  if (error)
    return (
      <Screen>
        <BackHead title="Activity" home="/activities" />
        <Notice again={again}>{error.message}</Notice>
      </Screen>
    );
  if (!draft || !state) return <Opening />;
  return <OpenPlanDesk key={state.view.id} draft={draft} state={state} zone={zone} teacher={teacher} />;
}

function OpenPlanDesk(opened: OpenPlan) {
  const desk = usePlanDesk(opened);
  return (
    <PlanDeskContext.Provider value={desk}>
      <Stage />
    </PlanDeskContext.Provider>
  );
}

function Stage() {
  const away = usePlanView((view) => view.away);
  useComeBack(away !== null);
  return away ? <PlanAway away={away} /> : <PlanLayout />;
}
