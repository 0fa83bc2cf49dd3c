import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { useLine } from '../../api/queries';
import { OptionPick } from '../../page/surface/OptionPick';
import { MARK_TOOLS } from '../../page/surface/toolList';
import { ToolTray } from '../../page/surface/ToolTray';
import { useDrawing, type Tool } from '../../stores/drawing';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { DeskAnswer, DeskOutcome, useBooth } from './DeskAnswer';
import { DeskHead } from './DeskHead';
import { DeskNews } from './DeskNews';
import { DeskPanels } from './DeskPanels';
import { DeskSheet, useOverSheet } from './DeskSheet';
import { StampPick } from './StampPick';
import { DeskContext, useDesk, useDeskHere } from './useDesk';
import { useDeskControls, useFetchedAhead } from './useDeskControls';
import { useLineFolds } from './useLineFolds';

interface Props {
  activityId: string;
  /** Whose piece is in hand first; whoever waits longest, where nobody is named. */
  startWith?: string;
  zone: string;
}

/** Tools that do nothing without a choice: on a phone it lies above them. */
const HAS_OPTIONS: readonly Tool[] = ['highlighter', 'rubber', 'stamp', 'choose'];

/** The review desk: the line of hung pieces, the go in hand, and the answer to it. */
export default function ReviewDesk({ activityId, startWith, zone }: Props) {
  const { data, error, refetch } = useLine(activityId);
  if (error && !data) {
    return (
      <Screen>
        <BackHead title="Review" home="/to-review" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  }
  if (!data) return <Opening />;
  if (data.line.length === 0) {
    return (
      <Screen>
        <BackHead title={data.title} home="/to-review" />
        <Notice calm>{`There are no learners in ${data.group} yet.`}</Notice>
      </Screen>
    );
  }
  return <OpenDesk activity={data} startWith={startWith ?? null} zone={zone} />;
}

function OpenDesk({
  activity,
  startWith,
  zone,
}: {
  activity: ReviewQueueView;
  startWith: string | null;
  zone: string;
}) {
  const desk = useDesk(activity, startWith, zone);
  useDeskControls(desk);
  useFetchedAhead(desk);
  const upright = useLayout() === 'phone';
  return (
    <DeskContext.Provider value={desk}>
      <View style={styles.desk} role="main">
        {upright ? <PhoneDesk /> : <WideDesk />}
        <DeskPanels />
      </View>
    </DeskContext.Provider>
  );
}

/** The sheet with its tools at the left, and the answer beside it. */
function WideDesk() {
  const { inHand, paged, view } = useDeskHere();
  const panel = useStore(view, (state) => state.panel);
  const queueShown = useStore(view, (state) => state.queueShown);
  const low = useLayout() === 'low';
  const folds = useLineFolds();
  const overSheet = useOverSheet();
  const booth = useBooth();
  const marking = inHand.marks.editable && paged && !overSheet;
  return (
    <>
      <DeskHead lineShown={!folds || queueShown} />
      <DeskNews />
      <View style={styles.wide}>
        {marking && <ToolTray abreast={2} low={low} only={MARK_TOOLS} />}
        {overSheet ? <View style={styles.table}>{overSheet}</View> : <DeskSheet />}
        {panel !== 'everybody' && (
          <View style={[styles.side, low && styles.sideLow]} role="complementary" aria-label="Answer">
            {booth ?? (
              <>
                <ScrollView>
                  <DeskAnswer />
                </ScrollView>
                <DeskOutcome small={low} />
              </>
            )}
          </View>
        )}
      </View>
    </>
  );
}

/** One below the other; the answer lies over the tools while one answers. */
function PhoneDesk() {
  const { view } = useDeskHere();
  const answering = useStore(view, (state) => state.answering);
  const queueShown = useStore(view, (state) => state.queueShown);
  const folds = useLineFolds();
  const overSheet = useOverSheet();
  const booth = useBooth();
  return (
    <>
      <DeskHead lineShown={!answering && !overSheet && (!folds || queueShown)} />
      <DeskNews />
      {overSheet ?? (
        <>
          <DeskSheet />
          {booth ? <View style={styles.booth}>{booth}</View> : <BelowSheet answering={answering} />}
        </>
      )}
    </>
  );
}

/** On a phone: the tools, or the answer, and what becomes of the piece. */
function BelowSheet({ answering }: { answering: boolean }) {
  const { inHand, queue, view } = useDeskHere();
  const answerWord = inHand.open ? 'Answer' : 'More';
  const toAnswer = (
    <Button
      kind={answering ? 'plain' : 'main'}
      icon={answering ? 'pen' : 'review'}
      onPress={() => view.setState({ answering: !answering })}
      style={styles.toAnswer}
    >
      {answering ? 'Back to marking' : answerWord}
    </Button>
  );
  if (!answering) {
    return (
      <>
        <MarkTools />
        {/* One row for both, so that most of a phone that marks is the work. */}
        {inHand.open ? <DeskOutcome small before={toAnswer} /> : <Foot name={queue.piece.name}>{toAnswer}</Foot>}
      </>
    );
  }
  return (
    <>
      <ScrollView style={styles.below} role="complementary" aria-label="Answer">
        <DeskAnswer />
      </ScrollView>
      <Foot name="">{toAnswer}</Foot>
      <DeskOutcome small={false} />
    </>
  );
}

/** The tools along the foot, under what the chosen one is set to. */
function MarkTools() {
  const { inHand, paged, view } = useDeskHere();
  const surface = useStore(view, (state) => state.surface);
  const tool = useDrawing((state) => state.tool);
  if (!inHand.marks.editable || !paged) return null;
  return (
    <>
      {HAS_OPTIONS.includes(tool) && (
        <View style={styles.options}>
          <StampPick surface={surface} />
          {tool !== 'choose' && <OptionPick />}
        </View>
      )}
      <ToolTray only={MARK_TOOLS} />
    </>
  );
}

function Foot({ name, children }: { name: string; children: ReactNode }) {
  return (
    <View style={styles.foot}>
      <Text variant="titleMedium" numberOfLines={1} style={styles.grow}>
        {name}
      </Text>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.paper },
  grow: { flex: 1 },
  wide: { flex: 1, flexDirection: 'row' },
  table: { flex: 1, backgroundColor: colours.desk },
  side: { flexGrow: 0, width: 340, backgroundColor: colours.paper, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  sideLow: { width: '34%' },
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 14,
    paddingTop: 8,
    paddingBottom: 12,
    backgroundColor: colours.paper,
  },
  toAnswer: { paddingHorizontal: 12 },
  below: {
    flexGrow: 0,
    maxHeight: '50%',
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  booth: { height: '48%', borderTopWidth: OUTLINE, borderColor: colours.ink },
  options: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingHorizontal: 10,
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
