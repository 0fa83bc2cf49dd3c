import { useStore } from 'zustand';
import { sendWishes } from '../../api/sendWishes';
import Booth from '../../capture/Booth';
import Capture from '../../capture/Capture';
import { PanelFaults } from '../../ui/Faults';
import { Opening } from '../../ui/Opening';
import { useGoBack } from '../../ui/useGoBack';
import { SendStep } from './SendStep';
import { SheetLayout } from './SheetLayout';
import { SheetContext, useSheet, useSheetHere, useSheetView, type OpenPiece, type Sheet } from './useSheet';
import { useSheetEffects } from './useSheetEffects';

/** An opened activity: the sheet, or what one leaves it for and comes back from. */
export function OpenSheet(opened: OpenPiece) {
  const sheet = useSheet(opened);
  if (!sheet) return <Opening />;
  return (
    <SheetContext.Provider value={sheet}>
      <Stage sheet={sheet} />
    </SheetContext.Provider>
  );
}

function Stage({ sheet }: { sheet: Sheet }) {
  useSheetEffects(sheet);
  const sending = useSheetView((view) => view.sending);
  // What was sent and has not gone yet is shown as it goes; to change it, one stops that.
  const going = useStore(sendWishes, ({ wishes }) => sheet.piece.id in wishes);
  if (sheet.recording.recording) return <Recording />;
  if (sheet.capture.capturing) return <TakingPhotos />;
  return sending || going ? <Sending /> : <SheetLayout />;
}

function Recording() {
  const { piece, recording } = useSheetHere();
  const { part, sort, left, brought } = recording.recording!;
  return (
    <PanelFaults onClose={recording.end}>
      <Booth
        home={`pieces/${piece.id}`}
        part={part}
        task={piece.task}
        sort={sort}
        left={left}
        brought={brought}
        onKeep={recording.onKeep}
        onClose={recording.end}
      />
    </PanelFaults>
  );
}

function TakingPhotos() {
  const { piece, capture, view } = useSheetHere();
  const capturing = capture.capturing!;
  return (
    <PanelFaults onClose={capture.end}>
      <Capture
        pieceId={piece.id}
        title={capturing.title}
        single={capturing.kind === 'picture'}
        change={capturing.kind === 'change' ? capturing.shot : undefined}
        files={capture.brought}
        onUnfit={(untaken) => {
          capture.end();
          view.setState({ untaken });
        }}
        onMade={capture.onMade}
        onClose={capture.end}
      />
    </PanelFaults>
  );
}

function Sending() {
  const { piece, live, zone, pages, place, view } = useSheetHere();
  const goBack = useGoBack('/now');
  const back = (): void => view.setState({ sending: false });
  const backTo =
    <Id,>(goTo: (id: Id) => void) =>
    (id: Id): void => {
      goTo(id);
      back();
    };
  return (
    <PanelFaults onClose={back}>
      <SendStep
        piece={piece}
        live={live}
        zone={zone}
        pages={pages}
        onBack={back}
        onLeave={goBack}
        onPart={backTo(place.choosePart)}
        onPage={backTo(place.goToPage)}
        onNotes={() => view.setState({ sending: false, beside: { kind: 'notes' } })}
      />
    </PanelFaults>
  );
}
