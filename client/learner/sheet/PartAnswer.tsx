import { NO_PROGRESS } from '@lippet/core/piece/progress';
import { partUi } from '../../parts/registry';
import { mayDo } from './mayDo';
import { useAround } from './useAround';
import { useSheetHere } from './useSheet';

/** How the part in hand is answered, besides on pages. */
export function PartAnswer() {
  const sheet = useSheetHere();
  const around = useAround();
  const { piece, live, progress, takeActions, recording, inHand, view } = sheet;
  const { part, takes, editable } = inHand;
  const { Answer } = partUi(part.kind);
  const { takePages, bringPages } = mayDo(sheet);
  return (
    <Answer
      key={part.id}
      part={part}
      pieceId={piece.id}
      doc={live.doc}
      editable={editable}
      progress={progress.parts[part.id] ?? NO_PROGRESS}
      teacher={piece.card.teacher}
      takes={takes}
      takeActions={editable ? takeActions : null}
      onRecord={(sort) => recording.record(part, sort)}
      onTakeFile={(sort) => void recording.bring(part, sort).then((untaken) => view.setState({ untaken }))}
      onCamera={takePages}
      onPhotoFiles={bringPages}
      around={around}
    />
  );
}
