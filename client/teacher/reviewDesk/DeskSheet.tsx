import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { BesideGoes } from '../../compareGoes/BesideGoes';
import { MaterialDesk } from '../../materials/MaterialDesk';
import { HistoryButtons } from '../../page/surface/HistoryButtons';
import { OptionPick } from '../../page/surface/OptionPick';
import { SaveLine } from '../../page/document/SaveLine';
import { PanelFaults } from '../../ui/Faults';
import { colours } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { HungSheet } from './HungSheet';
import { MarkColourPick } from './MarkColourPick';
import { PartsView } from './PartsView';
import { StampPick } from './StampPick';
import { useDeskHere } from './useDesk';

/** The go in hand, large, with what belongs to marking above it. */
export function DeskSheet() {
  const { inHand, queue, view } = useDeskHere();
  const watching = useStore(view, (state) => state.watching);
  const { doc, marks, shown } = inHand;
  return (
    <View style={styles.table}>
      <MarksKept />
      <PanelFaults key={queue.piece.personId}>
        <HungSheet
          piece={queue.piece}
          doc={doc}
          shown={shown}
          marks={marks.live?.doc ?? null}
          editable={marks.editable}
          editor={marks.editor}
          onSurface={(surface) => view.setState({ surface })}
          watching={watching}
          onWatched={() => view.setState({ watching: false })}
        />
      </PanelFaults>
    </View>
  );
}

/** Whether the marks are kept, and the steps back and forth. */
function MarksKept() {
  const { inHand, paged, queue, view } = useDeskHere();
  const surface = useStore(view, (state) => state.surface);
  const layout = useLayout();
  const choosesHere = layout !== 'phone' && paged;
  const { marks, open } = inHand;
  if (!open) return null;
  return (
    <View style={styles.kept}>
      <View style={styles.keptWords}>
        <SaveLine
          live={marks.live}
          home={queue.piece.pieceId ? `pieces/${queue.piece.pieceId}` : undefined}
          lines={4}
        />
      </View>
      {/* On its side a phone has no room for it in this row, and a second one would be a quarter of the sheet. */}
      {paged && layout !== 'low' && <MarkColourPick folded={layout === 'phone'} />}
      {choosesHere && <StampPick surface={surface} />}
      {choosesHere && <OptionPick />}
      <HistoryButtons editor={marks.editor} surface={surface} paged={paged} />
    </View>
  );
}

/** What may lie where the sheet is: something to look at, earlier goes beside this one, or everybody's pieces. */
export function useOverSheet() {
  const { activity, choose, inHand, queue, view, zone } = useDeskHere();
  const panel = useStore(view, (state) => state.panel);
  const looked = useStore(view, (state) => state.material);
  const close = (): void => view.setState({ panel: null });
  const { goId, shown } = inHand;
  const material = panel === 'material' && activity.materials.find(({ id }) => id === looked);
  if (material) {
    return (
      <PanelFaults onClose={close}>
        <MaterialDesk material={material} onClose={close} />
      </PanelFaults>
    );
  }
  if (panel === 'beside' && goId) {
    return (
      <PanelFaults onClose={close}>
        <BesideGoes key={goId} goId={goId} parts={shown.parts} onClose={close} />
      </PanelFaults>
    );
  }
  if (panel !== 'everybody') return null;
  return (
    <PanelFaults onClose={close}>
      <PartsView
        activityId={activity.activityId}
        line={queue.line}
        parts={activity.parts}
        partId={shown.part?.id ?? activity.parts[0]?.id ?? ''}
        onPart={shown.choosePart}
        zone={zone}
        onOpen={(person) => {
          choose(person);
          close();
        }}
        onClose={close}
      />
    </PanelFaults>
  );
}

const styles = StyleSheet.create({
  table: { flex: 1, backgroundColor: colours.desk },
  kept: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    backgroundColor: colours.paper,
    paddingLeft: 14,
  },
  keptWords: { flex: 1, minWidth: 100 },
});
