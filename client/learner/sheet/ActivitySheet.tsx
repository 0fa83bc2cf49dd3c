import { measureProgress, NO_PROGRESS, type PieceProgress } from '@lippet/core/piece/progress';
import { deletedSheets, layOutNew, markItems, pageItems, readPages } from '@lippet/core/page/document';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { partBegun, partComplete, waitsFor } from '@lippet/core/piece/completeness';
import { useQuery } from '@tanstack/react-query';
import { chosenTake, draftItems, partOfPlace } from '@lippet/core/recording/take';
import { readShot } from '@lippet/core/page/readShot';
import { useEffect, useEffectEvent, useState } from 'react';
import { ScrollView, StyleSheet } from 'react-native';
import { useStore } from 'zustand';
import { mediaOutbox } from '../../api/mediaOutbox';
import { usePiece } from '../../api/queries';
import { request } from '../../api/request';
import { sendWishes } from '../../api/sendWishes';
import AskDesk from '../../ask/AskDesk';
import { useAskPlace } from '../../ask/useAskPlace';
import { MaterialDesk } from '../../materials/MaterialDesk';
import Booth from '../../capture/Booth';
import Capture from '../../capture/Capture';
import { HistoryButtons } from '../../page/HistoryButtons';
import { PageSurface } from '../../page/PageSurface';
import { SHEET_USES } from '../../page/sheetUses';
import type { Surface } from '../../page/surface';
import { SHEET_TOOLS } from '../../page/toolList';
import { useBringIn } from '../../page/useBringIn';
import { useEditor } from '../../page/useEditor';
import { useLiveDocument } from '../../page/useLiveDocument';
import { usePages } from '../../page/usePages';
import { useToolKeys } from '../../page/useToolKeys';
import { useIncomingPhoto } from '../../stores/incomingPhoto';
import { BackHead } from '../../ui/BackHead';
import { PanelFaults } from '../../ui/Faults';
import { Opening } from '../../ui/Opening';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { AddPage } from '../../page/AddPage';
import type { WalkNote } from '@lippet/core/review/noteWalk';
import { NotesPanel } from '../notes/NotesPanel';
import { useAnswered } from '../notes/useAnswered';
import { useLastReview } from '../notes/useLastReview';
import { PageBar } from './PageBar';
import { PageStrip } from './PageStrip';
import { PartTabs } from './PartTabs';
import { WaitingPanel } from './WaitingPanel';
import { SendStep } from './SendStep';
import { SheetFrame } from './SheetFrame';
import { SheetHead } from './SheetHead';
import { SheetMenu, type MenuSection } from './SheetMenu';
import { PieceStatusBar } from './PieceStatusBar';
import { TaskPanel, TaskStrip } from './TaskCard';
import { useCapture } from './useCapture';
import { usePageActions } from './usePageActions';
import { TakeCard } from '../../parts/TakesPanel';
import { partUi } from '../../parts/registry';
import { useProgress } from './useProgress';
import { useRecording } from './useRecording';
import { useGoBack } from '../../ui/useGoBack';
import { useSheetPlace } from './useSheetPlace';
import { useTakeActions, useTakes } from '../../recording/useTakes';

/** So much around a note is shown, in points. */
const AROUND_NOTE = 130;
const FAINT = { faint: 1 };

const anythingMade = (progress: PieceProgress): boolean =>
  Object.keys(progress.parts).some((id) => partBegun(progress, id));

/** An opened activity: the task, its parts, the sheet of the part in hand, and the way to send it. */
export default function ActivitySheet({
  activityId,
  zone,
  ask = null,
}: {
  activityId: string;
  zone: string;
  /** The question that one was led to. */ ask?: string | null;
}) {
  const opened = useQuery({
    queryKey: ['open', activityId],
    queryFn: () => request('POST /activities/:id/piece', { id: activityId }),
    staleTime: Infinity,
  });
  const pieceId = opened.data?.pieceId;
  const { data: piece, error } = usePiece(pieceId);
  const { live, loaded, frozen } = useLiveDocument(pieceId ? `piece:${pieceId}` : null);
  const editor = useEditor(live, draftItems);
  const pages = usePages(live?.doc ?? null, loaded);
  const progress = useProgress(live);
  const actions = usePageActions(editor);
  const layout = useLayout();
  const wide = layout === 'wide';
  const { pageId, partId, goToPage, choosePart, turnTo } = useSheetPlace(pieceId);
  const capture = useCapture(editor, actions, goToPage);
  const takeActions = useTakeActions(editor);
  const [surface, setSurface] = useState<Surface | null>(null);
  const goBack = useGoBack('/now');
  const [sending, setSending] = useState(false);
  const [full, setFull] = useState(false);
  const [strip, setStrip] = useState(false);
  const [adding, setAdding] = useState(false);
  const [menu, setMenu] = useState<MenuSection | null>(null);
  const [looking, setLooking] = useState<string | null>(null);
  const [asking, setAsking] = useState(ask !== null);
  const last = useLastReview(piece);
  const answered = useAnswered(live?.doc ?? null);
  const [noting, setNoting] = useState(false);
  const [faint, setFaint] = useState(false);
  const editable = Boolean(piece?.card.standing.mayDraw && loaded && !frozen);
  useEffect(() => void mediaOutbox.start(), []);
  // The teacher may have added sheets since this was begun.
  const sheets = piece?.pages;
  useEffect(() => {
    if (editable && sheets && live) layOutNew(live.doc, sheets);
  }, [editable, sheets, live]);
  // What was sent and has not gone yet is shown as it goes; to change it, one stops that.
  const going = useStore(sendWishes, ({ wishes }) => pieceId !== undefined && pieceId in wishes);
  useEffect(() => {
    if (editor)
      editor.onShow = (place) => (partOfPlace(place) === null ? goToPage(place) : choosePart(partOfPlace(place)!));
  }, [editor, goToPage, choosePart]);
  const [sought, setSought] = useState<WalkNote | null>(null);
  // Once the note's page is there, with its marks, its place comes close.
  useEffect(() => {
    if (!surface?.layered || !sought?.at || surface.page.id !== sought.page) return;
    surface.pointAt(sought.id, sought.at, AROUND_NOTE);
    setSought(null);
  }, [surface, sought]);
  const { recording, record, onKeep, end } = useRecording({
    pieceId,
    doc: live?.doc ?? null,
    parts: piece?.parts,
    editable,
    actions: takeActions,
    onPart: choosePart,
  });
  useBringIn(editable ? surface : null);
  const [untaken, setUntaken] = useState<string | null>(null);
  useEffect(() => {
    if (editable && editor) void editor.takeUpStroke();
  }, [editable, editor]);
  const ready = editable && editor !== null && piece !== undefined;
  const takeIn = useEffectEvent(() => {
    const file = piece && live ? useIncomingPhoto.getState().take(activityId) : null;
    if (file) void capture.takeIn(piece!.id, file, piece!.parts, readPages(live!.doc)).then(setUntaken);
  });
  useEffect(() => {
    if (ready) takeIn();
  }, [ready]);

  // A part that waits for its first photo has no page yet.
  const chosen = pages.find(({ id }) => id === pageId);
  const part = piece?.parts.find(({ id }) => id === (partId ?? chosen?.part)) ?? piece?.parts[0];
  const page = chosen?.part === part?.id ? chosen : pages.find((each) => each.part === part?.id);
  const inPart = pages.filter((each) => each.part === part?.id);
  const { places, pick } = useAskPlace(surface, page?.id, goToPage);
  const takes = useTakes(live?.doc ?? null, part?.id);
  const at = inPart.findIndex(({ id }) => id === page?.id);
  const step = (by: 1 | -1): void => {
    const next = inPart[at + by];
    if (next) turnTo(next.id);
  };
  useToolKeys(editable && !sending, SHEET_TOOLS, { surface, step, help: () => setMenu('keys') });

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
  if (!piece || !live || !loaded || !part || !editor || Boolean(page) !== Boolean(items)) return <Opening />;

  if (recording) {
    return (
      <PanelFaults onClose={end}>
        <Booth
          home={`pieces/${piece.id}`}
          part={recording.part}
          task={piece.task}
          sort={recording.sort}
          left={recording.left}
          onKeep={onKeep}
          onClose={end}
        />
      </PanelFaults>
    );
  }
  if (capture.capturing) {
    const { capturing } = capture;
    return (
      <PanelFaults onClose={capture.end}>
        <Capture
          pieceId={piece.id}
          title={capturing.title}
          single={capturing.kind === 'picture'}
          change={capturing.kind === 'change' ? capturing.shot : undefined}
          onMade={capture.onMade}
          onClose={capture.end}
        />
      </PanelFaults>
    );
  }
  if (sending || going) {
    return (
      <PanelFaults onClose={() => setSending(false)}>
        <SendStep
          piece={piece}
          live={live}
          zone={zone}
          pages={pages}
          onBack={() => setSending(false)}
          onLeave={goBack}
          onPart={(id) => {
            choosePart(id);
            setSending(false);
          }}
          onPage={(id) => {
            goToPage(id);
            setSending(false);
          }}
          onNotes={() => {
            setNoting(true);
            setSending(false);
          }}
        />
      </PanelFaults>
    );
  }
  const { card } = piece;
  const done = new Set(piece.parts.filter((each) => partComplete(progress, each)).map(({ id }) => id));
  const current = piece.parts.filter(({ removed }) => !removed);
  const waiting = new Map(
    current.flatMap(({ id }) => {
      const first = waitsFor(current, piece.choices, progress, id);
      return first ? [[id, first]] : [];
    }),
  );
  const first = editable ? waiting.get(part.id) : undefined;
  const made = anythingMade(progress);
  // What was taken out of the activity is kept as it is.
  const partEditable = editable && !part.removed && !first;
  const fullSwitch = { on: full, toggle: () => setFull(!full) };
  const history = (
    <HistoryButtons
      editor={editor}
      surface={surface}
      paged={Boolean(page)}
      editable={editable}
      full={page ? fullSwitch : undefined}
    />
  );
  const tabs = (
    <PartTabs
      parts={piece.parts}
      current={part.id}
      done={done}
      begun={new Set(piece.parts.filter(({ id }) => partBegun(progress, id)).map(({ id }) => id))}
      onChoose={choosePart}
      choices={piece.choices}
      waiting={new Map([...waiting].map(([id, { title }]) => [id, title]))}
    />
  );
  const mayChangePages = partEditable && part.morePages;
  // Pages lie in the order of the parts, also those of a part that had none.
  const upToHere = new Set(piece.parts.slice(0, piece.parts.indexOf(part) + 1).map(({ id }) => id));
  const takePages = (): void =>
    capture.begin({
      kind: 'pages',
      part: part.id,
      after: pages.filter((each) => upToHere.has(each.part)).at(-1)?.id ?? null,
      title: part.title,
    });
  const shot = readShot(page?.background);
  const ui = partUi(part.kind);
  const takesPhotos = ui.pagesAre === 'photos';
  const addPage = takesPhotos ? takePages : () => setAdding(true);
  const onAdd = mayChangePages ? addPage : null;
  // Photos of paper are pages that the learner has added: they can be put in order and deleted like others.
  const mayOrder = partEditable && (part.morePages || inPart.some(({ background }) => readShot(background)));
  const pageBar = page && (inPart.length > 1 || mayOrder) && (
    <PageBar
      at={at}
      count={inPart.length}
      open={strip}
      onStep={step}
      onOpen={() => setStrip(!strip)}
      onAdd={onAdd}
      addWord={takesPhotos ? 'Take another photo' : 'Add a page'}
      onPhoto={editable && shot ? () => capture.changePhoto(page, part.title) : null}
    />
  );
  const pageStrip = strip && page && (
    <PageStrip
      doc={live.doc}
      pages={inPart}
      current={page.id}
      onChoose={turnTo}
      actions={mayOrder ? actions : null}
      onAdd={onAdd}
      gone={deletedSheets(
        live.doc,
        piece.pages.filter((each) => each.part === part.id),
      )}
    />
  );
  const answer = (
    <ui.Answer
      key={part.id}
      part={part}
      doc={live.doc}
      editable={partEditable}
      progress={progress.parts[part.id] ?? NO_PROGRESS}
      teacher={card.teacher}
      takes={takes}
      takeActions={partEditable ? takeActions : null}
      onRecord={(sort) => record(part, sort)}
      onCamera={takePages}
    />
  );
  // What the teacher marked lies faintly under the new go, on the sheets that were there then.
  const under = faint && last && page ? markItems(last.marks, page.id) : null;
  const drawing = page && items && (
    <PageSurface
      key={`${page.id} ${page.background.kind === 'photo' ? page.background.media : ''} ${under ? 'marked' : ''}`}
      page={page}
      layers={under ? [under, items] : [items]}
      shown={under ? FAINT : undefined}
      editor={editor}
      editable={partEditable}
      uses={SHEET_USES}
      pieceId={piece.id}
      label={`Sheet: ${part.title}${inPart.length > 1 ? `, page ${at + 1}` : ''}`}
      onSurface={setSurface}
      onCamera={partEditable ? (spot) => capture.begin({ kind: 'picture', page, spot, title: spot.label }) : undefined}
    />
  );
  const sheet = (
    <PanelFaults key={`${part.id} ${page?.id ?? ''}`}>
      {first ? <WaitingPanel first={first} onGo={() => choosePart(first.id)} /> : (drawing ?? answer)}
    </PanelFaults>
  );
  // A panel of its own stays beside pages, and what is answered with something else can carry a voice as well.
  const recorded = ui.answeredOn === 'takes';
  const hasPanel = ui.answeredOn === 'panel';
  const voice = ((page && hasPanel) || ((page || hasPanel) && takes.length > 0)) && (
    <ScrollView style={styles.voice}>
      {page && hasPanel && answer}
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
  const material = piece.materials.find(({ id }) => id === looking);
  const notes = last && noting && (
    <NotesPanel
      last={last}
      doc={live.doc}
      answered={answered}
      editable={editable}
      faint={faint}
      onFaint={setFaint}
      onClose={() => setNoting(false)}
      onGo={(note) => {
        goToPage(note.page!);
        setSought(note);
        // The pin itself is among the marks.
        setFaint(true);
        if (!wide) setNoting(false);
      }}
    />
  );
  const shared = { facts: piece, zone, onLook: setLooking, onAsk: () => setAsking(true) };
  // With notes to go by, a phone has one row for them and for the task, so that half of it is the sheet.
  const tight = layout === 'phone' && card.standing.state === 'another-go' && editable;
  const standing = (
    <PieceStatusBar
      piece={piece}
      zone={zone}
      notes={
        last && editable
          ? { done: last.notes.filter(({ id }) => answered.has(id)).length, of: last.notes.length }
          : null
      }
      onNotes={() => setNoting(!noting)}
      short={tight ? { task: <TaskStrip {...shared} compact /> } : undefined}
    />
  );
  const looked =
    notes ||
    (asking ? (
      <AskDesk
        activityId={activityId}
        zone={zone}
        pieceId={editable ? piece.id : null}
        part={part}
        places={places}
        thread={ask}
        onClose={() => setAsking(false)}
      />
    ) : (
      material && <MaterialDesk material={material} onClose={() => setLooking(null)} />
    ));
  const closeLooked = (): void => {
    setNoting(false);
    setAsking(false);
    setLooking(null);
  };
  const task = wide ? (
    <TaskPanel {...shared} title={card.title} below={cardWords(card, Date.now(), zone)} />
  ) : (
    <TaskStrip {...shared} compact={layout === 'low'} />
  );
  const overlays = (
    <>
      {page && (
        <AddPage
          visible={adding}
          home={`pieces/${piece.id}`}
          like={page}
          onClose={() => setAdding(false)}
          onAdd={(added) => {
            setAdding(false);
            turnTo(actions!.add(part.id, page.id, added));
          }}
        />
      )}
      <SheetMenu
        section={menu}
        onSection={setMenu}
        piece={piece}
        editor={editor}
        editable={editable}
        pages={pages}
        page={page}
        zone={zone}
        onPage={goToPage}
        surface={surface}
        onAsk={() => setAsking(true)}
        onPaper={partEditable && part.onPaper && !takesPhotos ? takePages : null}
        onVoice={partEditable && (page || hasPanel) && (recorded || part.onPaper) ? () => record(part, 'sound') : null}
        onCamera={
          partEditable && page ? () => capture.begin({ kind: 'picture', page, spot: null, title: part.title }) : null
        }
      />
    </>
  );
  const head = (
    <SheetHead
      title={card.title}
      live={live}
      pieceId={piece.id}
      titled={!wide}
      maySend={editable}
      made={made}
      madeNow={() => anythingMade(measureProgress(live.doc))}
      onSend={() => setSending(true)}
      onMenu={() => setMenu('menu')}
      history={wide ? history : null}
      tabs={wide ? tabs : null}
      task={layout === 'low' ? task : null}
    />
  );

  return (
    <SheetFrame
      layout={layout}
      full={full}
      head={head}
      tabs={tabs}
      task={tight ? null : task}
      sheet={sheet}
      pick={pick}
      looked={looked && <PanelFaults onClose={closeLooked}>{looked}</PanelFaults>}
      history={history}
      overlays={
        <PanelFaults key={menu} onClose={() => setMenu(null)}>
          {overlays}
        </PanelFaults>
      }
      draws={Boolean(partEditable && page)}
      keeps={Boolean(page) || (editable && recorded)}
      news={
        <>
          {untaken && <Say>{untaken}</Say>}
          {standing}
        </>
      }
      below={
        <>
          {pageBar}
          <PanelFaults key={part.id}>
            {pageStrip}
            {voice}
          </PanelFaults>
        </>
      }
    />
  );
}

const styles = StyleSheet.create({
  voice: { flexGrow: 0, maxHeight: 210, borderTopWidth: OUTLINE, borderColor: colours.ink },
});
