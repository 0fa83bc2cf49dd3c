import { partBegun, partComplete } from '@lippet/core/piece/completeness';
import { measureProgress, type PieceProgress } from '@lippet/core/piece/progress';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { useThreadPlace } from '../../threads/useThreadPlace';
import { HistoryButtons } from '../../page/surface/HistoryButtons';
import { partUi } from '../../parts/registry';
import { Notice } from '../../ui/Notice';
import { BelowPaper } from './BelowPaper';
import { BesidePaper } from './BesidePaper';
import { OverPaper } from './OverPaper';
import { PartPaper } from './PartPaper';
import { PartTabs } from '../../parts/PartTabs';
import { PieceStatusBar } from './PieceStatusBar';
import { SheetFrame } from './SheetFrame';
import { SheetHead } from './SheetHead';
import { toggleNotes, type Beside } from './sheetView';
import { TaskPanel, TaskStrip } from '../../task/TaskCard';
import { useSheetHere, useSheetView, type Sheet } from './useSheet';

const anythingMade = (progress: PieceProgress): boolean =>
  Object.keys(progress.parts).some((id) => partBegun(progress, id));

/** What is asked for by name, and is there. */
function besideOf({ last, piece }: Sheet, beside: Beside | null): Beside | null {
  if (beside?.kind === 'notes' && !last) return null;
  if (beside?.kind === 'material' && !piece.materials.some(({ id }) => id === beside.id)) return null;
  return beside;
}

/** An opened activity while one works in it: everything in its place, by the room that there is. */
export function SheetLayout() {
  const sheet = useSheetHere();
  const { layout, editable, inHand, place } = sheet;
  const { page, part } = inHand;
  const surface = useSheetView((view) => view.surface);
  const full = useSheetView((view) => view.full);
  const beside = besideOf(
    sheet,
    useSheetView((view) => view.beside),
  );
  const { places, pick } = useThreadPlace(surface, page?.id, place.goToPage);
  const tight = isTight(sheet);
  const task = <Task />;
  return (
    <SheetFrame
      layout={layout}
      full={full}
      tight={tight}
      head={<Head />}
      tabs={<Tabs />}
      task={tight ? null : task}
      sheet={<PartPaper />}
      pick={pick}
      looked={beside && <BesidePaper beside={beside} places={places} />}
      history={<History />}
      overlays={<OverPaper />}
      draws={inHand.editable && page !== undefined}
      keeps={page !== undefined || (editable && partUi(part.kind).answeredOn === 'takes')}
      news={<News tight={tight} />}
      below={<BelowPaper />}
    />
  );
}

/** With notes to go by, a phone has one row for them and for the task, so that half of it is the sheet. */
const isTight = ({ layout, piece, editable }: Sheet): boolean =>
  layout === 'phone' && piece.card.status.state === 'another-go' && editable;

function Task({ short = false }: { short?: boolean }) {
  const { piece, zone, layout, view } = useSheetHere();
  const shared = {
    facts: piece,
    zone,
    onLook: (id: string) => view.setState({ beside: { kind: 'material', id } }),
    onAsk: () => view.setState({ beside: { kind: 'questions' } }),
  };
  if (layout !== 'wide') return <TaskStrip {...shared} compact={short || layout === 'low'} />;
  return <TaskPanel {...shared} title={piece.card.title} below={cardWords(piece.card, Date.now(), zone)} />;
}

function Tabs() {
  const { piece, progress, inHand, place } = useSheetHere();
  const done = piece.parts.filter((part) => partComplete(progress, part));
  const begun = piece.parts.filter(({ id }) => partBegun(progress, id));
  return (
    <PartTabs
      parts={piece.parts}
      current={inHand.part.id}
      done={new Set(done.map(({ id }) => id))}
      begun={new Set(begun.map(({ id }) => id))}
      onChoose={place.choosePart}
      choices={piece.choices}
      waiting={new Map([...inHand.waiting].map(([id, { title }]) => [id, title]))}
    />
  );
}

function History() {
  const { editor, editable, inHand, view } = useSheetHere();
  const surface = useSheetView((state) => state.surface);
  const full = useSheetView((state) => state.full);
  const paged = inHand.page !== undefined;
  if (partUi(inHand.part.kind).ownHistory) return null;
  return (
    <HistoryButtons
      editor={editor}
      surface={surface}
      paged={paged}
      editable={editable}
      full={paged ? { on: full, toggle: () => view.setState({ full: !full }) } : undefined}
    />
  );
}

function Head() {
  const { piece, live, layout, editable, progress, view } = useSheetHere();
  const wide = layout === 'wide';
  return (
    <SheetHead
      title={piece.card.title}
      live={live}
      pieceId={piece.id}
      titled={!wide}
      maySend={editable}
      made={anythingMade(progress)}
      madeNow={() => anythingMade(measureProgress(live.doc))}
      onSend={() => view.setState({ sending: true })}
      onMenu={() => view.setState({ over: 'menu' })}
      history={wide ? <History /> : null}
      tabs={wide ? <Tabs /> : null}
      task={layout === 'low' ? <Task /> : null}
    />
  );
}

/** What has to be known before going on: how the piece stands, and notes to go by. */
function News({ tight }: { tight: boolean }) {
  const { piece, zone, last, answered, editable, view } = useSheetHere();
  const untaken = useSheetView((state) => state.untaken);
  const notes = last?.notes ?? [];
  const ticked = notes.filter(({ id }) => answered.has(id)).length;
  return (
    <>
      {untaken && <Notice>{untaken}</Notice>}
      <PieceStatusBar
        piece={piece}
        zone={zone}
        notes={last && editable ? { done: ticked, of: notes.length } : null}
        onNotes={() => toggleNotes(view)}
        short={tight ? { task: <Task short /> } : undefined}
      />
    </>
  );
}
