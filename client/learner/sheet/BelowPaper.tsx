import { deletedSheets } from '@lippet/core/page/document';
import { chosenTake } from '@lippet/core/recording/take';
import { ScrollView, StyleSheet } from 'react-native';
import { partUi } from '../../parts/registry';
import { TakeCard } from '../../parts/TakesPanel';
import { PanelFaults } from '../../ui/Faults';
import { colours, OUTLINE } from '../../ui/theme';
import { mayDo } from './mayDo';
import { PageBar } from '../../ui/PageBar';
import { PageStrip } from './PageStrip';
import { PartAnswer } from './PartAnswer';
import { useSheetHere, useSheetView } from './useSheet';

/** What belongs to the part in hand and stands below its paper: the way through its pages, and what is said with it. */
export function BelowPaper() {
  const { inHand } = useSheetHere();
  return (
    <>
      {inHand.page && <PagesBar />}
      <PanelFaults key={inHand.part.id}>
        {inHand.page && <PagesStrip />}
        <WithIt />
      </PanelFaults>
    </>
  );
}

function PagesBar() {
  const sheet = useSheetHere();
  const strip = useSheetView((view) => view.strip);
  const { part, inPart, index, step } = sheet.inHand;
  const { addPage, orderPages, changePhoto } = mayDo(sheet);
  if (inPart.length < 2 && !orderPages) return null;
  return (
    <PageBar
      at={index}
      count={inPart.length}
      open={strip}
      onStep={step}
      onOpen={() => sheet.view.setState({ strip: !strip })}
      onAdd={addPage}
      addWord={partUi(part.kind).pagesAre === 'photos' ? 'Take another photo' : 'Add a page'}
      onPhoto={changePhoto}
    />
  );
}

function PagesStrip() {
  const sheet = useSheetHere();
  const strip = useSheetView((view) => view.strip);
  const { piece, live, actions, place, inHand } = sheet;
  const { part, page, inPart } = inHand;
  if (!strip || !page) return null;
  const { addPage, orderPages } = mayDo(sheet);
  const given = piece.pages.filter((sheetOfPart) => sheetOfPart.part === part.id);
  return (
    <PageStrip
      doc={live.doc}
      pages={inPart}
      current={page.id}
      onChoose={place.turnTo}
      actions={orderPages ? actions : null}
      onAdd={addPage}
      gone={deletedSheets(live.doc, given)}
    />
  );
}

/** A panel of its own stays beside pages, and what is answered with something else can carry a voice as well. */
function WithIt() {
  const { inHand, editable, takeActions } = useSheetHere();
  const { part, page, takes } = inHand;
  const hasPanel = partUi(part.kind).answeredOn === 'panel';
  const panelBelow = page !== undefined && hasPanel;
  const takesBelow = (page !== undefined || hasPanel) && takes.length > 0;
  if (!panelBelow && !takesBelow) return null;
  return (
    <ScrollView style={styles.withIt}>
      {panelBelow && <PartAnswer />}
      {takes.map((take, i) => (
        <TakeCard
          key={take.id}
          take={take}
          number={i + 1}
          alone={takes.length === 1}
          chosen={take === chosenTake(takes)}
          part={part}
          actions={editable ? takeActions : null}
        />
      ))}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  withIt: { flexGrow: 0, maxHeight: 210, borderTopWidth: OUTLINE, borderColor: colours.ink },
});
