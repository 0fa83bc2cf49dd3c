import { AddPage } from '../../page/pictures/AddPage';
import { PanelFaults } from '../../ui/Faults';
import { mayDo } from './mayDo';
import { SheetMenu } from './SheetMenu';
import { useSheetHere, useSheetView } from './useSheet';

/** What opens over everything: a page to add, and the menu. */
export function OverPaper() {
  const sheet = useSheetHere();
  const over = useSheetView((view) => view.over);
  const surface = useSheetView((view) => view.surface);
  const { piece, editor, editable, pages, zone, view, place, actions, inHand } = sheet;
  const { part, page } = inHand;
  const { answerOnPaper, answerByVoice, putPhoto } = mayDo(sheet);
  const close = (): void => view.setState({ over: null });
  return (
    <PanelFaults key={over} onClose={close}>
      {page && (
        <AddPage
          visible={over === 'add page'}
          home={`pieces/${piece.id}`}
          like={page}
          onClose={close}
          onAdd={(added) => {
            close();
            place.turnTo(actions.add(part.id, page.id, added));
          }}
        />
      )}
      <SheetMenu
        section={over === 'add page' ? null : over}
        onSection={(section) => view.setState({ over: section })}
        piece={piece}
        editor={editor}
        editable={editable}
        pages={pages}
        page={page}
        zone={zone}
        onPage={place.goToPage}
        surface={surface}
        onAsk={() => view.setState({ beside: { kind: 'questions' } })}
        onPaper={answerOnPaper}
        onVoice={answerByVoice}
        onCamera={putPhoto}
      />
    </PanelFaults>
  );
}
