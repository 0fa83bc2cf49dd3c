import type { PartnerReviewView } from '@lippet/core/contract/partners';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import { useEffect, useState, type ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Booth from '../../capture/Booth';
import { boothPart } from '../../capture/boothPart';
import { SaveLine } from '../../page/document/SaveLine';
import { HistoryButtons } from '../../page/surface/HistoryButtons';
import { OptionPick } from '../../page/surface/OptionPick';
import type { Surface } from '../../page/surface/surface';
import { MARK_TOOLS } from '../../page/surface/toolList';
import { ToolTray } from '../../page/surface/ToolTray';
import { useToolKeys } from '../../page/surface/useToolKeys';
import { partUi } from '../../parts/registry';
import { SentSheet } from '../../sentWork/SentSheet';
import { useDrawing, type Tool } from '../../stores/drawing';
import { Button } from '../../ui/Button';
import { PanelFaults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { PartnerSays } from './PartnerSays';
import { usePartnerWork, type PartnerWorkInHand } from './usePartnerWork';

interface Props {
  review: PartnerReviewView;
  /** The sheet has all the room. */
  full: boolean;
  onFull: (full: boolean) => void;
  /** On a phone what one says needs the room of the row above. */
  onSaying: (saying: boolean) => void;
  onGiven: () => void;
}

/** In place of a teacher's stamps a partner may put a picture there. */
const PARTNER_TOOLS: readonly Tool[] = MARK_TOOLS.flatMap((tool) => (tool === 'stamp' ? 'add' : tool));
/** Tools that do nothing without a choice: on a phone it lies above them. */
const HAS_OPTIONS: readonly Tool[] = ['pen', 'highlighter', 'rubber', 'choose'];

/** What lies beside the sheet, or on a phone below it. */
type Beside = 'tools' | 'says' | TakeSort;

/** One partner's work, large, with what one marks and says. */
export function PartnerWork({ review, full, onFull, onSaying, onGiven }: Props) {
  const work = usePartnerWork(review, onGiven);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [beside, setBeside] = useState<Beside>('tools');
  const { tool, setTool } = useDrawing();
  const lie = (next: Beside): void => {
    setBeside(next);
    onSaying(next !== 'tools');
  };
  const layout = useLayout();
  const paged = review.parts.some(({ kind }) => partUi(kind).answeredOn === 'pages');
  const { editable } = work;
  useToolKeys(editable && (beside === 'tools' || beside === 'says'), PARTNER_TOOLS, { surface });
  useEffect(() => {
    if (!PARTNER_TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);
  if (review.state === 'waits')
    return (
      <View style={styles.waits}>
        <Notice calm>{`The work of ${review.name} has not come yet. It stands here once it has.`}</Notice>
      </View>
    );
  if (work.missing) return <Notice again={work.missing.again}>{work.missing.words}</Notice>;
  if (!work.doc || !work.live) return <Opening />;
  const sheet = (
    <WorkSheet review={review} work={work} surface={surface} onSurface={setSurface} full={{ on: full, set: onFull }} />
  );
  const says =
    beside === 'sound' || beside === 'film' ? (
      <WorkBooth review={review} work={work} sort={beside} onClose={() => lie('says')} />
    ) : (
      <ScrollView>
        <PanelFaults>
          <PartnerSays review={review} work={work} onRecord={lie} />
        </PanelFaults>
      </ScrollView>
    );
  if (layout !== 'phone')
    return (
      <View style={styles.wide}>
        {editable && paged && <ToolTray abreast={2} low={layout === 'low'} only={PARTNER_TOOLS} />}
        {sheet}
        {!full && (
          <View style={styles.side} role="complementary" aria-label="What you say">
            <View style={styles.says}>{says}</View>
            <GiveBar review={review} work={work} />
          </View>
        )}
      </View>
    );
  const isGiven = review.state === 'given';
  const under = <View style={styles.below}>{says}</View>;
  return (
    <>
      {sheet}
      {beside === 'tools' && !isGiven ? editable && paged && <PhoneTools tool={tool} /> : under}
      {!isGiven && (
        <GiveBar
          review={review}
          work={work}
          before={
            <Button
              icon={beside === 'tools' ? 'words' : 'pen'}
              onPress={() => lie(beside === 'tools' ? 'says' : 'tools')}
            >
              {beside === 'tools' ? 'Say it' : 'Mark it'}
            </Button>
          }
        />
      )}
    </>
  );
}

function PhoneTools({ tool }: { tool: Tool }) {
  return (
    <>
      {HAS_OPTIONS.includes(tool) && tool !== 'choose' && (
        <View style={styles.options}>
          <OptionPick />
        </View>
      )}
      <ToolTray only={PARTNER_TOOLS} />
    </>
  );
}

function WorkSheet({
  review,
  work,
  surface,
  onSurface,
  full,
}: {
  review: PartnerReviewView;
  work: PartnerWorkInHand;
  surface: Surface | null;
  onSurface: (surface: Surface | null) => void;
  full: { on: boolean; set: (full: boolean) => void };
}) {
  const layout = useLayout();
  const { doc, live, shown, editable, editor, home } = work;
  const paged = shown.page !== undefined;
  return (
    <View style={styles.table}>
      <View style={styles.kept}>
        <View style={styles.keptWords}>{editable && <SaveLine live={live} home={home} lines={3} />}</View>
        {paged && editable && layout === 'wide' && <OptionPick />}
        <HistoryButtons
          editor={editor}
          surface={surface}
          paged={paged}
          editable={editable}
          full={{ on: full.on, toggle: () => full.set(!full.on) }}
        />
      </View>
      <PanelFaults>
        <SentSheet
          id={review.id}
          goId={null}
          label={`The work of ${review.name}`}
          doc={doc!}
          shown={shown}
          marks={live!.doc}
          editable={editable}
          editor={editor}
          sayHome={home}
          pictureHome={home}
          onSurface={onSurface}
        />
      </PanelFaults>
    </View>
  );
}

/** Something said or filmed, with the work in view. */
function WorkBooth({
  review,
  work,
  sort,
  onClose,
}: {
  review: PartnerReviewView;
  work: PartnerWorkInHand;
  sort: TakeSort;
  onClose: () => void;
}) {
  const keep = ({ sort: made, media, seconds, spans }: Take): void => {
    work.draft.write({ told: { sort: made, media, seconds, spans: [...spans] } });
    onClose();
  };
  return (
    <PanelFaults onClose={onClose}>
      <Booth
        home={work.home}
        part={boothPart(`To ${review.name}`, sort)}
        task={null}
        besideWork
        sort={sort}
        onKeep={keep}
        onClose={onClose}
      />
    </PanelFaults>
  );
}

/** Giving it, and why it does not go. */
function GiveBar({
  review,
  work: { giving, give, editable },
  before = null,
}: {
  review: PartnerReviewView;
  work: PartnerWorkInHand;
  before?: ReactNode;
}) {
  const goes = review.throughTeacher ? 'It goes to your teacher first.' : `It goes to ${review.name}.`;
  return (
    <View style={styles.foot}>
      {giving.step === 'failed' && <Notice>{giving.why}</Notice>}
      {editable && <Text variant="bodySmall">{goes}</Text>}
      <View style={styles.footRow}>
        {before}
        {editable && (
          <Button kind="main" icon="boat" disabled={giving.step === 'giving'} onPress={give}>
            {giving.step === 'giving' ? 'Giving it …' : 'Give it'}
          </Button>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  waits: { flex: 1, padding: 20 },
  wide: { flex: 1, flexDirection: 'row' },
  table: { flex: 1, backgroundColor: colours.desk },
  side: { width: 340, backgroundColor: colours.paper, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  says: { flex: 1 },
  below: {
    height: '48%',
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  kept: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    backgroundColor: colours.paper,
    paddingLeft: 14,
  },
  keptWords: { flex: 1, minWidth: 100 },
  options: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingHorizontal: 10,
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  foot: {
    gap: 6,
    paddingHorizontal: 14,
    paddingTop: 8,
    paddingBottom: 12,
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  footRow: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
