import { pageItems } from '@lippet/core/page/document';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { partComplete } from '@lippet/core/schedule/completeness';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mediaOutbox } from '../../api/mediaOutbox';
import { usePiece } from '../../api/queries';
import { post } from '../../api/request';
import { ColourPick } from '../../page/ColourPick';
import { HistoryButtons } from '../../page/HistoryButtons';
import { OptionPick } from '../../page/OptionPick';
import { PageSurface } from '../../page/PageSurface';
import { SHEET_USES } from '../../page/sheetUses';
import type { Surface } from '../../page/surface';
import { ToolTray } from '../../page/ToolTray';
import { SHEET_TOOLS } from '../../page/toolList';
import { useBringIn } from '../../page/useBringIn';
import { useEditor } from '../../page/useEditor';
import { useLiveDocument } from '../../page/useLiveDocument';
import { usePages } from '../../page/usePages';
import { useToolKeys } from '../../page/useToolKeys';
import { useDrawing } from '../../stores/drawing';
import { BackHead } from '../../ui/BackHead';
import { Opening } from '../../ui/Opening';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { AddPage } from './AddPage';
import { PageBar } from './PageBar';
import { PageStrip } from './PageStrip';
import { PartTabs } from './PartTabs';
import { SendStep } from './SendStep';
import { SheetHead } from './SheetHead';
import { SheetMenu } from './SheetMenu';
import { Standing } from './Standing';
import { TaskPanel, TaskStrip } from './TaskCard';
import { usePageActions } from './usePageActions';
import { useProgress } from './useProgress';

/** An opened activity: the task, its parts, the sheet of the part in hand, and the way to send it. */
export default function ActivitySheet({ activityId, zone }: { activityId: string; zone: string }) {
  const opened = useQuery({
    queryKey: ['open', activityId], queryFn: () => post<{ pieceId: string }>(`/activities/${activityId}/piece`), staleTime: Infinity,
  });
  const pieceId = opened.data?.pieceId;
  const { data: piece, error } = usePiece(pieceId);
  const { live, loaded, frozen } = useLiveDocument(pieceId ? `piece:${pieceId}` : null);
  const editor = useEditor(live, pageItems);
  const pages = usePages(live?.doc ?? null, loaded);
  const progress = useProgress(live);
  const actions = usePageActions(editor);
  const wide = useWide();
  const leftHanded = useDrawing((state) => state.leftHanded);
  const [pageId, setPageId] = useState<string | null>(null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [sending, setSending] = useState(false);
  const [full, setFull] = useState(false);
  const [strip, setStrip] = useState(false);
  const [adding, setAdding] = useState(false);
  const [menu, setMenu] = useState(false);
  const editable = Boolean(piece?.card.standing.mayDraw && loaded && !frozen);
  useEffect(() => void mediaOutbox.start(), []);
  useEffect(() => {
    if (editor) editor.onShow = setPageId;
  }, [editor]);
  useBringIn(editable ? surface : null);

  const page = pages.find(({ id }) => id === pageId) ?? pages[0];
  const part = piece?.parts.find(({ id }) => id === page?.part);
  const inPart = pages.filter((each) => each.part === part?.id);
  const at = inPart.findIndex(({ id }) => id === page?.id);
  const step = (by: 1 | -1): void => {
    const next = inPart[at + by];
    if (next) setPageId(next.id);
  };
  useToolKeys(editable && !sending, SHEET_TOOLS, { surface, step, help: () => setMenu(true) });

  const problem = opened.error ?? error;
  if (problem && !piece) {
    return (
      <Screen>
        <BackHead title="Activity" home="/now" />
        <Say again={() => void opened.refetch()}>{problem.message}</Say>
      </Screen>
    );
  }
  const items = live && page && loaded ? pageItems(live.doc, page.id) : undefined;
  if (!piece || !live || !part || !page || !items || !editor) return <Opening />;

  const choosePart = (id: string): void => setPageId(pages.find((each) => each.part === id)?.id ?? null);
  if (sending) {
    return (
      <SendStep
        piece={piece} live={live} zone={zone} pages={pages} onBack={() => setSending(false)}
        onPart={(id) => { choosePart(id); setSending(false); }}
      />
    );
  }
  const { card } = piece;
  const done = new Set(piece.parts.filter(({ id }) => partComplete(progress, id)).map(({ id }) => id));
  const made = Object.values(progress.parts).some(({ drawnPages }) => drawnPages > 0);
  const fullSwitch = { on: full, toggle: () => setFull(!full) };
  const history = <HistoryButtons editor={editor} surface={surface} full={fullSwitch} />;
  const tabs = <PartTabs parts={piece.parts} current={part.id} done={done} onChoose={choosePart} />;
  const mayChangePages = editable && part.morePages;
  const pageBar = (inPart.length > 1 || mayChangePages) && (
    <PageBar at={at} count={inPart.length} open={strip} onStep={step} onOpen={() => setStrip(!strip)} onAdd={mayChangePages ? () => setAdding(true) : null} />
  );
  const pageStrip = strip && (
    <PageStrip doc={live.doc} pages={inPart} current={page.id} onChoose={setPageId} actions={mayChangePages ? actions : null} onAdd={mayChangePages ? () => setAdding(true) : null} />
  );
  const sheet = (
    <PageSurface
      key={page.id} page={page} layers={[items]} editor={editor} editable={editable} uses={SHEET_USES} pieceId={piece.id}
      label={`Sheet: ${part.title}${inPart.length > 1 ? `, page ${at + 1}` : ''}`} onSurface={setSurface}
    />
  );
  const overlays = (
    <>
      <AddPage
        visible={adding} pieceId={piece.id} like={page} onClose={() => setAdding(false)}
        onAdd={(added) => { setAdding(false); setPageId(actions!.add(page, added)); }}
      />
      <SheetMenu
        visible={menu} onClose={() => setMenu(false)} piece={piece} editor={editor} editable={editable} pages={pages} page={page} zone={zone}
        onPage={setPageId} surface={surface}
      />
    </>
  );
  const head = (
    <SheetHead
      title={card.title} live={live} pieceId={piece.id} titled={!wide} maySend={editable} made={made} onSend={() => setSending(true)} onMenu={() => setMenu(true)}
      history={wide ? history : null} tabs={wide ? tabs : null}
    />
  );

  if (wide) {
    return (
      <View style={[styles.wide, leftHanded && styles.mirrored]} role="main">
        {!full && <TaskPanel task={piece.task} goal={piece.goal} title={card.title} below={cardWords(card, Date.now(), zone)} />}
        {!full && <View style={styles.upright} />}
        <View style={styles.middle}>
          {head}
          <Standing piece={piece} zone={zone} />
          <View style={styles.room}>{sheet}</View>
          {pageBar}
          {pageStrip}
        </View>
        {editable && (
          <View style={styles.rail}>
            <ToolTray upright only={SHEET_TOOLS} />
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
  return (
    <View style={styles.phone} role="main">
      {!full && (
        <View style={styles.top}>
          {head}
          {tabs}
          <TaskStrip task={piece.task} goal={piece.goal} />
          <Standing piece={piece} zone={zone} />
        </View>
      )}
      <View style={styles.sheet}>{sheet}</View>
      {pageBar}
      {pageStrip}
      {(editable || full) && (
        <View style={[styles.bar, leftHanded && styles.mirrored]}>
          {editable && <ColourPick columns={4} />}
          <View style={styles.options}>
            {editable && <OptionPick />}
            {history}
          </View>
        </View>
      )}
      {editable && <ToolTray only={SHEET_TOOLS} />}
      {overlays}
    </View>
  );
}

const styles = StyleSheet.create({
  phone: { flex: 1, backgroundColor: colours.paper },
  top: { paddingHorizontal: 12, paddingTop: 10, gap: 8, zIndex: 1 },
  sheet: { flex: 1, minHeight: 120 },
  bar: { flexDirection: 'row', alignItems: 'center', backgroundColor: colours.scrap, borderTopWidth: OUTLINE, borderColor: colours.ink, paddingHorizontal: 1, justifyContent: 'space-between' },
  options: { alignItems: 'flex-end', justifyContent: 'flex-end' },
  wide: { flex: 1, flexDirection: 'row', backgroundColor: colours.paper },
  mirrored: { flexDirection: 'row-reverse' },
  upright: { width: OUTLINE, backgroundColor: colours.ink },
  middle: { flex: 1, paddingTop: 12, gap: 10 },
  room: { flex: 1 },
  rail: { backgroundColor: colours.ink, justifyContent: 'space-between' },
  railOptions: { backgroundColor: colours.scrap, borderTopWidth: OUTLINE, borderColor: colours.ink, alignItems: 'center', width: 140 },
});
