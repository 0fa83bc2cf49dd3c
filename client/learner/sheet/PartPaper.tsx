import { markItems } from '@lippet/core/page/document';
import { PageSurface } from '../../page/surface/PageSurface';
import { SHEET_USES } from '../../page/surface/sheetUses';
import { PanelFaults } from '../../ui/Faults';
import { PartAnswer } from './PartAnswer';
import { useSheetHere, useSheetView } from './useSheet';
import { WaitingPanel } from './WaitingPanel';

const FAINT = { faint: 1 };

/** The page in hand, to draw on; where the part has none, how else it is answered, or what it waits for. */
export function PartPaper() {
  const { inHand, place } = useSheetHere();
  const { part, page, first } = inHand;
  return (
    <PanelFaults key={`${part.id} ${page?.id ?? ''}`}>
      {first && <WaitingPanel first={first} onGo={() => place.choosePart(first.id)} />}
      {!first && (page ? <Page /> : <PartAnswer />)}
    </PanelFaults>
  );
}

function Page() {
  const { piece, editor, last, capture, view, inHand } = useSheetHere();
  const faint = useSheetView((state) => state.faint);
  const { part, inPart, index, editable } = inHand;
  const [page, items] = [inHand.page!, inHand.items!];
  // What the teacher marked lies faintly under the new go, on the sheets that were there then.
  const under = faint && last ? markItems(last.marks, page.id) : null;
  const photo = page.background.kind === 'photo' ? page.background.media : '';
  return (
    <PageSurface
      key={`${page.id} ${photo} ${under ? 'marked' : ''}`}
      page={page}
      layers={under ? [under, items] : [items]}
      shown={under ? FAINT : undefined}
      editor={editor}
      editable={editable}
      uses={SHEET_USES}
      pieceId={piece.id}
      label={`Sheet: ${part.title}${inPart.length > 1 ? `, page ${index + 1}` : ''}`}
      onSurface={(surface) => view.setState({ surface })}
      onCamera={editable ? (spot) => capture.begin({ kind: 'picture', page, spot, title: spot.label }) : undefined}
    />
  );
}
