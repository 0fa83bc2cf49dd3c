import ThreadPanel from '../../threads/ThreadPanel';
import type { AskedAbout } from '../../threads/askedAbout';
import type { useThreadPlace } from '../../threads/useThreadPlace';
import { MaterialDesk } from '../../materials/MaterialDesk';
import { PanelFaults } from '../../ui/Faults';
import { NotesPanel } from '../notes/NotesPanel';
import { goToNote, type Beside } from './sheetView';
import { useSheetHere, useSheetView } from './useSheet';

type Places = ReturnType<typeof useThreadPlace>['places'];

/** What is looked at beside the work: notes of the last review, questions, or a material. */
export function BesidePaper({ beside, places }: { beside: Beside; places: Places }) {
  const { view } = useSheetHere();
  const close = (): void => view.setState({ beside: null });
  return (
    <PanelFaults onClose={close}>
      {beside.kind === 'notes' && <Notes onClose={close} />}
      {beside.kind === 'questions' && (
        <Questions key={beside.about?.id} places={places} about={beside.about ?? null} onClose={close} />
      )}
      {beside.kind === 'material' && <Material id={beside.id} onClose={close} />}
    </PanelFaults>
  );
}

function Notes({ onClose }: { onClose: () => void }) {
  const { last, live, answered, editable, layout, view, place } = useSheetHere();
  const faint = useSheetView((state) => state.faint);
  if (!last) return null;
  return (
    <NotesPanel
      last={last}
      doc={live.doc}
      answered={answered}
      editable={editable}
      faint={faint}
      onFaint={(faint) => view.setState({ faint })}
      onClose={onClose}
      onGo={(note) => {
        place.goToPage(note.page!);
        goToNote(view, note, layout === 'wide');
      }}
    />
  );
}

interface QuestionsProps {
  places: Places;
  about: AskedAbout | null;
  onClose: () => void;
}

function Questions({ places, about, onClose }: QuestionsProps) {
  const { piece, zone, editable, thread, inHand } = useSheetHere();
  return (
    <ThreadPanel
      activityId={piece.card.activityId}
      zone={zone}
      pieceId={editable ? piece.id : null}
      part={inHand.part}
      places={places}
      about={about}
      thread={thread}
      onClose={onClose}
    />
  );
}

function Material({ id, onClose }: { id: string; onClose: () => void }) {
  const { piece } = useSheetHere();
  const material = piece.materials.find((known) => known.id === id);
  return material && <MaterialDesk material={material} onClose={onClose} />;
}
