import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { ColourPick } from '../../page/surface/ColourPick';
import { FoldedOptions } from '../../page/surface/FoldedOptions';
import { OptionPick } from '../../page/surface/OptionPick';
import { ToolTray, trayWidth } from '../../page/surface/ToolTray';
import { COLOURS, SHEET_TOOLS } from '../../page/surface/toolList';
import { useSettings } from '../../stores/settings';
import { colours, OUTLINE, ROW_FROM, TARGET } from '../../ui/theme';
import type { Layout } from '../../ui/useLayout';

interface Props {
  layout: Layout;
  /** The sheet has all the room. */
  full: boolean;
  /** What there is to know beside the sheet must leave half of a phone to it. */
  tight: boolean;
  head: ReactNode;
  /** Where there are several parts, and where they do not stand in the head. */
  tabs: ReactNode;
  /** On its side a phone has it in the head. */
  task: ReactNode;
  /** What has to be known before going on. */
  news: ReactNode;
  sheet: ReactNode;
  /** Asks for a place on the sheet; what was opened stays there meanwhile, out of sight. */
  pick: ReactNode;
  /** What is looked at: beside the sheet, or over it. */
  looked: ReactNode;
  /** What belongs to the sheet and stands below it. */
  below: ReactNode;
  history: ReactNode;
  /** Tools, colours and options are there. */
  draws: boolean;
  /** There is something to undo and to look at closely. */
  keeps: boolean;
  overlays: ReactNode;
}

/** On screens less high than this, in pixels, colours and widths are folded where the sheet needs their room. */
const SHORT = 700;

/** Where everything of an opened activity stands, upright, on its side, and wide. */
export function SheetFrame(props: Props) {
  const Frame = FRAMES[props.layout];
  return <Frame {...props} />;
}

function WideFrame({ full, head, task, news, sheet, pick, looked, below, draws, overlays }: Props) {
  const leftHanded = useSettings((state) => state.leftHanded);
  return (
    <View style={[styles.across, leftHanded && styles.mirrored]} role="main">
      {!full && (looked ? <View style={styles.beside}>{looked}</View> : task)}
      {!full && <View style={styles.upright} />}
      <View style={styles.middle}>
        {head}
        {news}
        <View style={styles.room}>{sheet}</View>
        {pick}
        {below}
      </View>
      {draws && (
        <View style={styles.rail}>
          <ToolTray abreast={ABREAST.wide} only={SHEET_TOOLS} />
          <View style={styles.railOptions}>
            <OptionPick />
            <ColourPick columns={3} />
          </View>
        </View>
      )}
      {overlays}
    </View>
  );
}

function LowFrame({ full, head, tabs, news, sheet, pick, looked, below, history, draws, keeps, overlays }: Props) {
  const leftHanded = useSettings((state) => state.leftHanded);
  const abreast = useWindowDimensions().height < COLOURS.length * TARGET.learner ? 2 : 1;
  // What is looked at has all the width.
  const covered = Boolean(looked) && !pick;
  return (
    <View style={[styles.across, leftHanded && styles.mirrored]} role="main">
      <View style={styles.lowMiddle}>
        {!full && <View style={styles.lowHead}>{head}</View>}
        {!full && tabs}
        {!full && news}
        <View style={styles.room}>{sheet}</View>
        {pick}
        {looked && <View style={[styles.over, Boolean(pick) && styles.away]}>{looked}</View>}
        {below}
      </View>
      {draws && !covered && (
        <View style={[styles.lowColours, { width: abreast * TARGET.learner + 6 }]}>
          <ColourPick columns={abreast} />
        </View>
      )}
      {(draws || keeps) && !covered && (
        <ScrollView style={styles.lowRail}>
          {draws && <ToolTray abreast={ABREAST.low} low only={SHEET_TOOLS} />}
          <View style={styles.railOptions}>
            {draws && <OptionPick />}
            {history}
          </View>
        </ScrollView>
      )}
      {overlays}
    </View>
  );
}

function PhoneFrame({
  full,
  tight,
  head,
  tabs,
  task,
  news,
  sheet,
  pick,
  looked,
  below,
  history,
  draws,
  keeps,
  overlays,
}: Props) {
  const leftHanded = useSettings((state) => state.leftHanded);
  const { width, height } = useWindowDimensions();
  const folds = tight && height < SHORT;
  const inRow = width >= ROW_FROM;
  // Four colours and what stands beside them, each as large as a finger; where that is too much, three.
  const narrow = width < 8 * TARGET.learner + 2 ? 3 : 4;
  const columns = inRow ? 8 : narrow;
  return (
    <View style={styles.phone} role="main">
      {!full && (
        <View style={[styles.top, folds && styles.topShort]}>
          {head}
          {tabs}
          {task}
          {news}
        </View>
      )}
      <View style={styles.sheet}>{sheet}</View>
      {pick}
      {looked && <View style={[styles.over, Boolean(pick) && styles.away]}>{looked}</View>}
      {below}
      {(draws || keeps) && (
        <View style={[styles.bar, leftHanded && styles.mirrored]}>
          {draws && folds && <FoldedOptions columns={columns} />}
          {draws && !folds && (
            <View style={styles.room}>
              <ColourPick columns={columns} />
            </View>
          )}
          <View style={[styles.options, inRow && styles.inRow]}>
            {draws && !folds && <OptionPick />}
            {history}
          </View>
        </View>
      )}
      {draws && <ToolTray only={SHEET_TOOLS} />}
      {overlays}
    </View>
  );
}

/** Beside a sheet, and beside one that lies low. */
const ABREAST = { wide: 2, low: 3 };

const FRAMES = { wide: WideFrame, low: LowFrame, phone: PhoneFrame };

const styles = StyleSheet.create({
  phone: { flex: 1, backgroundColor: colours.paper },
  top: { paddingHorizontal: 12, paddingTop: 10, gap: 8, zIndex: 1 },
  topShort: { paddingTop: 2, gap: 3 },
  sheet: { flex: 1, minHeight: 120 },
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    paddingHorizontal: 1,
    justifyContent: 'space-between',
  },
  options: { alignItems: 'flex-end', justifyContent: 'flex-end' },
  inRow: { flexDirection: 'row' },
  across: { flex: 1, flexDirection: 'row', backgroundColor: colours.paper },
  mirrored: { flexDirection: 'row-reverse' },
  beside: { width: 420 },
  over: { position: 'absolute', inset: 0, zIndex: 4 },
  away: { display: 'none' },
  upright: { width: OUTLINE, backgroundColor: colours.ink },
  middle: { flex: 1, paddingTop: 12, gap: 10 },
  room: { flex: 1 },
  // Of one width, whatever tool is in hand: the sheet must not move.
  rail: { width: trayWidth(ABREAST.wide), backgroundColor: colours.ink, justifyContent: 'space-between' },
  railOptions: {
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
  },
  lowMiddle: { flex: 1 },
  lowHead: { zIndex: 1, paddingTop: 4 },
  lowColours: {
    paddingHorizontal: 1,
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderLeftWidth: OUTLINE,
    borderRightWidth: OUTLINE,
    borderColor: colours.ink,
  },
  lowRail: { flexGrow: 0, width: trayWidth(ABREAST.low), backgroundColor: colours.scrap },
});
