import type { SheetPlan } from '@lippet/core/parts/page/sheetPlan';
import { sheetsOf, withSheets } from '@lippet/core/parts/part';
import type { Take } from '@lippet/core/recording/take';
import Booth from '../../capture/Booth';
import { boothPart } from '../../capture/boothPart';
import { newMaterial } from './MaterialsSection';
import type { Away } from './planDeskView';
import { PlanLayout } from './PlanLayout';
import { changePart } from './planParts';
import { SheetDrawing } from './SheetDrawing';
import { SpotLayout } from './SpotLayout';
import { usePlanHere } from './usePlanDesk';

/** What one leaves the form for. */
export function PlanAway({ away }: { away: Away }) {
  return away.kind === 'recording' ? <Recording {...away} /> : <LayingOut {...away} />;
}

/** The task, or something to look at, is recorded. */
function Recording({ as, sort, brought }: Extract<Away, { kind: 'recording' }>) {
  const { plan, home, view, change } = usePlanHere();
  const back = (): void => view.setState({ away: null });
  const onKeep = ({ media, seconds, spans, title, sort: made }: Take): void => {
    const kept = { media, seconds, spans: [...spans] };
    change(
      (now) =>
        as === 'task'
          ? { ...now, told: { sort: made, ...kept } }
          : { ...now, materials: [...now.materials, newMaterial(made, { title, ...kept })] },
      true,
    );
    back();
  };
  return (
    <Booth
      home={home}
      part={boothPart(as === 'task' ? 'The task' : 'To look at', sort)}
      task={plan.title}
      sort={sort}
      brought={brought}
      onKeep={onKeep}
      onClose={back}
    />
  );
}

/** The places of a sheet are laid out, or something is drawn on it. Where it has gone meanwhile, the form is there. */
function LayingOut({ part: partId, sheet: index, as }: Extract<Away, { kind: 'sheet' }>) {
  const { plan, view, change } = usePlanHere();
  const part = plan.parts.find(({ id }) => id === partId);
  const sheet = part && sheetsOf(part)[index];
  if (!part || !sheet) return <PlanLayout />;
  const put = (next: SheetPlan): void =>
    change((now) =>
      changePart(now, partId, (old) =>
        withSheets(
          old,
          sheetsOf(old).map((before, i) => (i === index ? next : before)),
        ),
      ),
    );
  const Laying = as === 'spots' ? SpotLayout : SheetDrawing;
  return <Laying sheet={sheet} title={part.title} onClose={() => view.setState({ away: null })} onChange={put} />;
}
