import type { ActivityCard } from '@lippet/core/contract/activities';
import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import type { ReactNode } from 'react';
import { useActivities } from '../../api/queries';
import { RefusedList } from '../../outbox/RefusedList';
import { BasicsSection } from './BasicsSection';
import { ForWhomSection } from './ForWhomSection';
import { JoiningCard } from './JoiningCard';
import { MaterialsSection } from './MaterialsSection';
import { PartnersSection } from './PartnersSection';
import { PartsSection } from './PartsSection';
import { PlanSection, SECTIONS } from './PlanSection';
import { RubricSection } from './RubricSection';
import { TaskSection } from './TaskSection';
import { usePlanHere, usePlanView } from './usePlanDesk';

/** Subjects of the teacher's activities, most used first. */
function subjectsOf(activities: readonly ActivityCard[] = []): string[] {
  const uses = new Map<string, number>();
  for (const { subject } of activities) if (subject) uses.set(subject, (uses.get(subject) ?? 0) + 1);
  return [...uses].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([subject]) => subject);
}

/** The parts of the form. */
export function PlanForm() {
  const { home, troubles } = usePlanHere();
  const shown = usePlanView((view) => view.troublesShown);
  return (
    <>
      <RefusedList home={home} />
      {SECTIONS.map(({ place }) => (
        <PlanSection
          key={place}
          place={place}
          shown={shown}
          troubles={troubles.filter((trouble) => trouble.place === place).map(({ words }) => words)}
        >
          <Section place={place} />
        </PlanSection>
      ))}
    </>
  );
}

function Section({ place }: { place: PlanPlace }) {
  const { plan, school, home, zone, view, change } = usePlanHere();
  const edition = usePlanView((state) => state.edition);
  const activities = useActivities();
  const sections: Record<PlanPlace, () => ReactNode> = {
    title: () => <BasicsSection key={edition} plan={plan} subjects={subjectsOf(activities.data)} change={change} />,
    task: () => (
      <TaskSection
        plan={plan}
        home={home}
        change={change}
        edition={edition}
        onRecord={(sort, brought) => view.setState({ away: { kind: 'recording', sort, as: 'task', brought } })}
      />
    ),
    parts: () => <PartsSection />,
    materials: () => (
      <MaterialsSection
        plan={plan}
        home={home}
        zone={zone}
        change={change}
        onRecord={(sort, brought) => view.setState({ away: { kind: 'recording', sort, as: 'material', brought } })}
      />
    ),
    rubric: () => <RubricSection plan={plan} change={change} />,
    partners: () => <PartnersSection plan={plan} groups={school.groups} zone={zone} change={change} />,
    groups: () => (
      <>
        <ForWhomSection plan={plan} groups={school.groups} zone={zone} change={change} />
        {school.state === 'set' && <JoiningCard activityId={school.id} />}
      </>
    ),
  };
  return sections[place]();
}
