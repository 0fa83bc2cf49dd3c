import type { HungPiece, ToldHeld } from '@lippet/core/contract/work';
import type { SendCheck } from '@lippet/core/schedule/sendChecks';
import { markItems, readPages } from '@lippet/core/page/document';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import { orderedLine, type LineFilter, type LineOrder } from '@lippet/core/review/lineOrder';
import type { Outcome } from '@lippet/core/schedule/pieceState';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { goDocument, keys, useGoDocument, useLine, useMe } from '../../api/queries';
import { post } from '../../api/request';
import Booth from '../../capture/Booth';
import { boothPart } from '../../capture/boothPart';
import { BesideGoes } from '../../goes/BesideGoes';
import { HistoryButtons } from '../../page/HistoryButtons';
import { OptionPick } from '../../page/OptionPick';
import { SaveLine } from '../../page/SaveLine';
import type { Surface } from '../../page/surface';
import { TakeOutFormats } from '../../page/TakeOutFormats';
import { MARK_TOOLS } from '../../page/toolList';
import { ToolTray } from '../../page/ToolTray';
import { useEditor } from '../../page/useEditor';
import { frozenDocument, useFrozenDocument } from '../../page/useFrozenDocument';
import { useLiveDocument, useSaveState } from '../../page/useLiveDocument';
import { usePartView } from '../../page/usePartView';
import { useToolKeys } from '../../page/useToolKeys';
import { useDrawing, type Tool } from '../../stores/drawing';
import { Ask } from '../../ui/Ask';
import { BackHead } from '../../ui/BackHead';
import { PanelFaults } from '../../ui/Faults';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { useSameList } from '../../ui/useSameList';
import { useLayout } from '../../ui/useLayout';
import { RefusedList } from '../../outbox/RefusedList';
import { AnswerPanel } from './AnswerPanel';
import { HungSheet } from './HungSheet';
import { Line } from './Line';
import { lineCounts, LineMenu } from './LineMenu';
import { OutcomeBar } from './OutcomeBar';
import { PartsView } from './PartsView';
import { RecallBar, type Recalling } from './RecallBar';
import { StampPick } from './StampPick';
import { UntoldBar, type Untold } from './UntoldBar';
import { allDeskKeys, useDeskKeys } from './useDeskKeys';
import { reviewOf, useReview, type NewDates } from './useReview';

/** What lies over the desk. */
type Over = 'line' | 'keys' | 'beside' | 'parts' | 'out' | TakeSort | null;
/** Tools that do nothing without a choice: on a phone it lies above them. */
const HAS_OPTIONS: readonly Tool[] = ['highlighter', 'rubber', 'stamp', 'choose'];
const NO_DATES: NewDates = {};
const NO_LINE: readonly HungPiece[] = [];
const NOBODY: readonly { id: string; name: string }[] = [];

/** The review desk: the line of hung pieces, the go in hand, and the answer to it. */
export default function ReviewDesk({
  activityId,
  startWith,
  zone,
}: {
  activityId: string;
  startWith?: string;
  zone: string;
}) {
  const layout = useLayout();
  const wide = layout !== 'phone';
  // On its side a phone has no room for the line as well: it comes when it is asked for.
  const low = layout === 'low';
  const [hung, setHung] = useState(false);
  const client = useQueryClient();
  const me = useMe().data;
  const { data, error, refetch } = useLine(activityId);
  const [personId, setPersonId] = useState(startWith ?? null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [watching, setWatching] = useState(false);
  const [over, setOver] = useState<Over>(null);
  const [busy, setBusy] = useState(false);
  const [order, setOrder] = useState<LineOrder>('waiting');
  const [filter, setFilter] = useState<LineFilter>('all');
  // On a phone the answer lies over the tools, so that the work keeps the room.
  const [answering, setAnswering] = useState(false);
  const [news, setNews] = useState<string | null>(null);
  const [untold, setUntold] = useState<readonly Untold[]>([]);
  const [recalling, setRecalling] = useState<Recalling | null>(null);
  /** Goes whose outcome is told, or on its way. */
  const told = useRef(new Set<string>());
  const [given, setGiven] = useState<{ go: string; dates: NewDates } | null>(null);
  const all = data?.line ?? NO_LINE;
  const line = useMemo(() => orderedLine(all, { order, filter }, personId), [all, order, filter, personId]);
  const at = Math.max(
    0,
    line.findIndex((each) => each.personId === personId),
  );
  const piece = line[at];
  const goId = piece?.go?.id ?? null;
  const doc = useFrozenDocument(useGoDocument(goId ?? undefined).data);
  const shown = usePartView(doc, data?.parts ?? []);
  const { review, said, write, kept, problem, setProblem, clash, sayMine, hold, release } = useReview(
    goId,
    piece?.pieceId ?? null,
  );
  const { live, loaded, frozen } = useLiveDocument(review ? `marks:${review.id}` : null);
  const here = useSaveState(live, (state) => state.people ?? NOBODY);
  const saidElsewhere = useSaveState(live, (state) => state.said);
  // Another teacher has said something of this go.
  useEffect(() => {
    if (saidElsewhere > 0) void client.invalidateQueries({ queryKey: ['review-of', goId] });
  }, [client, goId, saidElsewhere]);
  const open = Boolean(piece?.standing.state === 'with-teacher' && review && !review.releasedAt);
  const editable = open && loaded && !frozen;
  const { tool, setTool } = useDrawing();
  const editor = useEditor(live, markItems);
  useEffect(() => {
    if (editable && editor) void editor.takeUpStroke();
  }, [editable, editor]);
  useToolKeys(editable && over === null, MARK_TOOLS, { surface });
  useEffect(() => {
    if (!MARK_TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);

  const go = (step: 1 | -1): void => {
    const next = line[at + step];
    if (next) setPersonId(next.personId);
  };
  const { held, unsent, waiting } = lineCounts(all);
  // What was told a moment ago still waits in the list that is asked for anew.
  const ahead = [...line.slice(at + 1), ...line.slice(0, at)].filter(
    (each) => !each.go || !told.current.has(each.go.id),
  );
  const nextOpen = ahead.find((each) => each.standing.state === 'with-teacher' && each.held === null);
  const nextWaiting = ahead.find((each) => each.standing.state === 'with-teacher');
  const dates = given && given.go === goId ? given.dates : NO_DATES;

  /** Asked for while the teacher goes on: the next piece does not wait for the list. */
  const lineAnew = (): Promise<void> => client.invalidateQueries({ queryKey: keys.line(activityId) });
  /** Tells an outcome while the teacher goes on; whom it could not be told stands above the desk. */
  const answer = async (outcome: Outcome): Promise<void> => {
    if (!live || !open || busy || told.current.has(goId!)) return;
    const { personId: whose, name } = piece!;
    told.current.add(goId!);
    setAnswering(false);
    setProblem(null);
    setUntold((before) => before.filter((each) => each.personId !== whose));
    // Out of the note, so that the next key is a key again.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    if (nextWaiting) setPersonId(nextWaiting.personId);
    else setBusy(true);
    const why = await release(outcome, live, dates);
    if (!nextWaiting) setBusy(false);
    if (why === null) {
      setRecalling({
        reviews: [{ id: review!.id, held: null }],
        personId: whose,
        words: `${name}: ${outcome === 'again' ? 'another go' : 'finished'}`,
      });
      // From here on the list says so, and whoever takes it back can answer anew.
      await lineAnew();
      told.current.delete(goId!);
      return;
    }
    told.current.delete(goId!);
    setUntold((before) => [...before, { personId: whose, name, why }]);
  };
  useDeskKeys({
    next: () => go(1),
    before: () => go(-1),
    waiting: () => nextWaiting && setPersonId(nextWaiting.personId),
    part: () =>
      shown.parts.length > 1
        ? shown.choosePart(
            shown.parts[(shown.parts.findIndex(({ id }) => id === shown.part?.id) + 1) % shown.parts.length]!.id,
          )
        : false,
    note: () => document.querySelector<HTMLElement>('[data-testid="answer"] textarea')?.focus(),
    leave: () => {
      if (over === 'beside' || over === 'parts') return setOver(null);
      return document.activeElement instanceof HTMLTextAreaElement ? document.activeElement.blur() : false;
    },
    finished: () => void answer('finished'),
    again: () => void answer('again'),
    beside: () => (piece?.go && piece.go.go > 1 ? setOver(over === 'beside' ? null : 'beside') : false),
    watch: () => setWatching(true),
    all: () => setOver(over === 'parts' ? null : 'parts'),
    help: () => setOver('keys'),
  });
  // The pieces on either side are fetched, and read, while this one is looked at.
  const neighbours = useSameList(
    [line[at + 1]?.go?.id, line[at - 1]?.go?.id, nextWaiting?.go?.id].filter((id) => id !== undefined),
  );
  useEffect(() => {
    for (const id of neighbours) {
      void client.fetchQuery(goDocument(id)).then(frozenDocument, () => undefined);
      void client.prefetchQuery({ ...reviewOf(id), staleTime: 30_000 });
    }
  }, [client, neighbours]);

  if (error && !data) {
    return (
      <Screen>
        <BackHead title="Review" home="/to-review" />
        <Say again={() => void refetch()}>{error.message}</Say>
      </Screen>
    );
  }
  if (!data) return <Opening />;
  if (!piece) {
    return (
      <Screen>
        <BackHead title={data.title} home="/to-review" />
        <Say calm>{`There are no learners in ${data.group} yet.`}</Say>
      </Screen>
    );
  }
  const first = piece.name.split(' ')[0]!;
  if (over === 'sound' || over === 'film') {
    const keep = ({ sort, media, seconds, spans }: Take): void => {
      write({ told: { sort, media, seconds, spans: [...spans] } });
      setOver(null);
    };
    return (
      <PanelFaults onClose={() => setOver(null)}>
        <Booth
          home={`pieces/${piece.pieceId}`}
          part={boothPart(`To ${first}`, over)}
          task={data.title}
          sort={over}
          onKeep={keep}
          onClose={() => setOver(null)}
        />
      </PanelFaults>
    );
  }

  const holdBack = async (outcome: Outcome | null): Promise<void> => {
    if (!live || busy) return;
    setBusy(true);
    const failed = await hold(outcome, live);
    setBusy(false);
    setProblem(failed);
    void lineAnew();
    if (failed === null && outcome && nextOpen) setPersonId(nextOpen.personId);
  };
  /** Does something with the whole line, and says what came of it. */
  const withLine = async (action: () => Promise<string>): Promise<void> => {
    setBusy(true);
    setNews(await action().catch((failed: Error) => failed.message));
    await Promise.all([
      client.invalidateQueries({ queryKey: keys.line(activityId) }),
      client.invalidateQueries({ queryKey: ['review-of'] }),
    ]);
    setBusy(false);
  };
  const learners = (count: number): string => `${count} ${count === 1 ? 'learner' : 'learners'}`;
  const tellHeld = (): Promise<void> =>
    withLine(async () => {
      const { reviews } = await post<ToldHeld>(`/activities/${activityId}/release-held`);
      const words = learners(reviews.length);
      setRecalling({ reviews, personId: piece.personId, words });
      return `Told ${words}.`;
    });
  const remind = (person: string | null): Promise<void> =>
    withLine(async () => {
      const { told } = await post<{ told: number }>(`/activities/${activityId}/remind`, { person });
      if (told === 0) return 'Reminded already today. Once a day is enough.';
      return person ? 'Reminded.' : `Reminded ${learners(told)}.`;
    });
  const toCheck = ({ part, page }: SendCheck): void => {
    shown.choosePart(part);
    if (page) shown.choosePage(page);
    setAnswering(false);
  };
  const sheet = (
    <PanelFaults key={piece.personId}>
      <HungSheet
        piece={piece}
        doc={doc}
        shown={shown}
        marks={live?.doc ?? null}
        editable={editable}
        editor={editor}
        onSurface={setSurface}
        watching={watching}
        onWatched={() => setWatching(false)}
      />
    </PanelFaults>
  );
  // What is only heard or seen gets pins on its moments, and no ink.
  const paged = data.parts.some(({ kind }) => kind === 'page' || kind === 'photo');
  const tools = editable && paged && <ToolTray abreast={wide ? 2 : 0} low={low} only={MARK_TOOLS} />;
  const saved = open && (
    <View style={styles.saved}>
      <View style={styles.saveWords}>
        <SaveLine live={live} pieceId={piece.pieceId ?? undefined} />
      </View>
      {wide && paged && <StampPick surface={surface} />}
      {wide && paged && <OptionPick />}
      <HistoryButtons editor={editor} surface={surface} paged={paged} />
    </View>
  );
  const panel = (
    <PanelFaults key={piece.personId}>
      <View testID="answer">
        {piece.pieceId && <RefusedList home={`pieces/${piece.pieceId}`} style={styles.refused} />}
        <AnswerPanel
          activityId={activityId}
          piece={piece}
          parts={data.parts}
          doc={doc}
          reviewId={review?.id ?? null}
          here={here.filter(({ id }) => id !== me?.id).map(({ name }) => name)}
          open={open}
          said={said}
          rubric={data.rubric}
          marking={data.marking}
          kept={kept}
          clash={clash}
          busy={busy}
          zone={zone}
          dates={dates}
          onSay={write}
          onMine={sayMine}
          onDates={(changed) => goId && setGiven({ go: goId, dates: changed })}
          onCheck={toCheck}
          onRecord={setOver}
          onRemind={() => void remind(piece.personId)}
          onHold={(outcome) => void holdBack(outcome)}
        />
        <View style={styles.more}>
          {piece.go && piece.go.go > 1 && (
            <Button
              icon="pages"
              label={`Beside go ${piece.go.go - 1}`}
              onPress={() => setOver('beside')}
            >{`Beside go ${piece.go.go - 1}`}</Button>
          )}
          {piece.go && paged && (
            <Button icon="play" label="Watch it drawn" onPress={() => setWatching(true)}>
              Watch it drawn
            </Button>
          )}
          {piece.go && paged && (
            <Button icon="out" onPress={() => setOver('out')}>
              Take a copy out
            </Button>
          )}
          <Button icon="ask" label="Questions about this" to={`/asks/${activityId}`}>
            Questions
          </Button>
        </View>
      </View>
    </PanelFaults>
  );
  const everybody = over === 'parts' && (
    <PartsView
      activityId={activityId}
      line={line}
      parts={data.parts}
      partId={shown.part?.id ?? data.parts[0]?.id ?? ''}
      onPart={shown.choosePart}
      zone={zone}
      onOpen={(person) => {
        setPersonId(person);
        setOver(null);
      }}
      onClose={() => setOver(null)}
    />
  );
  const goes = over === 'beside' && goId && (
    <BesideGoes key={goId} goId={goId} parts={shown.parts} onClose={() => setOver(null)} />
  );
  const beside = goes || everybody || null;
  const work = beside && <PanelFaults onClose={() => setOver(null)}>{beside}</PanelFaults>;
  const answerWord = open ? 'Answer' : 'More';
  const toAnswer = (
    <Button
      kind={answering ? 'plain' : 'main'}
      icon={answering ? 'pen' : 'review'}
      onPress={() => setAnswering(!answering)}
      style={styles.toAnswer}
    >
      {answering ? 'Back to marking' : answerWord}
    </Button>
  );
  // A phone that marks has one row for both, so that most of it is the work.
  const oneRow = !wide && !answering;
  const outcome = open && (
    <OutcomeBar
      name={first}
      held={piece.held}
      busy={busy}
      small={low || oneRow}
      before={oneRow ? toAnswer : null}
      more={Boolean(nextWaiting)}
      problem={problem}
      onOutcome={(chosen) => void answer(chosen)}
      onLetGo={() => void holdBack(null)}
    />
  );
  return (
    <View style={styles.desk} role="main">
      <View style={[styles.top, layout === 'wide' && styles.topWide]}>
        <View style={[styles.head, layout === 'wide' && styles.headWide, low && styles.headLow]}>
          <View style={low && styles.grow}>
            <BackHead title={data.title} home="/to-review" />
          </View>
          <View style={styles.headRow}>
            <Text variant="bodySmall" style={!low && styles.grow}>{`${waiting} to look at · ${data.group}`}</Text>
            {layout !== 'wide' && (
              <Button
                icon="table"
                label="All pieces side by side"
                onPress={() => setOver(over === 'parts' ? null : 'parts')}
              >
                All
              </Button>
            )}
            {layout === 'phone' && (
              <Button icon="more" label="The line" onPress={() => setOver('line')}>
                Line
              </Button>
            )}
            {low && hung && (
              <Button icon="more" label="Order of the line" onPress={() => setOver('line')}>
                Order
              </Button>
            )}
            {low && (
              <Button
                icon="review"
                kind={hung ? 'chosen' : 'plain'}
                label={hung ? 'Take the line away' : 'Show the line'}
                onPress={() => setHung(!hung)}
              >
                Line
              </Button>
            )}
          </View>
          {layout === 'wide' && (
            <View style={styles.headRow}>
              <Button
                icon="table"
                label="All pieces side by side"
                onPress={() => setOver(over === 'parts' ? null : 'parts')}
              >
                All
              </Button>
              <Button icon="more" label="The line" onPress={() => setOver('line')}>
                Line
              </Button>
              <Button onPress={() => setOver('keys')} label="Keys">
                ?
              </Button>
            </View>
          )}
          {held > 0 && (
            <Button
              kind="chosen"
              icon="boat"
              disabled={busy}
              label={`Tell ${held} held`}
              onPress={() => void tellHeld()}
              style={styles.remind}
            >{`Tell ${held} held`}</Button>
          )}
          {news && (
            <Text variant="bodySmall" role="status">
              {news}
            </Text>
          )}
        </View>
        {(low ? hung : wide || (!answering && !work)) && (
          <Line
            line={line}
            current={piece.personId}
            zone={zone}
            onChoose={(person) => {
              setHung(false);
              setPersonId(person);
              if (over === 'parts') setOver(null);
            }}
          />
        )}
      </View>
      <UntoldBar untold={untold} onOpen={setPersonId} />
      {recalling && (
        <RecallBar
          key={recalling.reviews.map(({ id }) => id).join()}
          recalling={recalling}
          activityId={activityId}
          onBack={(person) => {
            told.current.clear();
            setPersonId(person);
          }}
          onOver={() => setRecalling(null)}
        />
      )}
      {wide ? (
        <View style={styles.wide}>
          {!work && tools}
          <View style={styles.table}>
            {work ?? (
              <>
                {saved}
                {sheet}
              </>
            )}
          </View>
          {over !== 'parts' && (
            <View style={[styles.side, low && styles.sideLow]} role="complementary" aria-label="Answer">
              <ScrollView>{panel}</ScrollView>
              {outcome}
            </View>
          )}
        </View>
      ) : (
        (work ?? (
          <>
            <View style={styles.table}>
              {saved}
              {sheet}
            </View>
            {!answering && tools && HAS_OPTIONS.includes(tool) && (
              <View style={styles.options}>
                <StampPick surface={surface} />
                {tool !== 'choose' && <OptionPick />}
              </View>
            )}
            {!answering && tools}
            {answering && (
              <ScrollView style={styles.below} role="complementary" aria-label="Answer">
                {panel}
              </ScrollView>
            )}
            {!(oneRow && open) && (
              <View style={styles.foot}>
                <Text variant="titleMedium" numberOfLines={1} style={styles.grow}>
                  {answering ? '' : piece.name}
                </Text>
                {toAnswer}
              </View>
            )}
            {outcome}
          </>
        ))
      )}
      <LineMenu
        visible={over === 'line'}
        onClose={() => setOver(null)}
        activityId={activityId}
        title={data.title}
        line={all}
        order={order}
        filter={filter}
        onOrder={setOrder}
        onFilter={setFilter}
        unsent={unsent}
        busy={busy}
        onKeys={() => setOver('keys')}
        onRemind={() => {
          setOver(null);
          void remind(null);
        }}
      />
      <Ask
        visible={over === 'out'}
        title="Take a copy out"
        onClose={() => setOver(null)}
        answers={<Button onPress={() => setOver(null)}>Close</Button>}
      >
        {doc && shown.page && live && loaded ? (
          <TakeOutFormats
            title={`${data.title}, ${piece.name}`}
            doc={doc}
            pages={readPages(doc)}
            page={shown.page}
            marks={live.doc}
          />
        ) : (
          <Text variant="bodyMedium">The marks are on their way …</Text>
        )}
      </Ask>
      <Ask
        visible={over === 'keys'}
        title="Keys"
        onClose={() => setOver(null)}
        answers={<Button onPress={() => setOver(null)}>Close</Button>}
      >
        <ScrollView style={styles.keys} tabIndex={0} role="group" aria-label="All keys">
          {allDeskKeys().map(({ key, word }) => (
            <View key={key} style={styles.keyRow}>
              <View style={styles.key}>
                <Text variant="labelMedium">{key}</Text>
              </View>
              <Text variant="bodyMedium" style={styles.grow}>
                {word}
              </Text>
            </View>
          ))}
        </ScrollView>
      </Ask>
    </View>
  );
}

const styles = StyleSheet.create({
  refused: { margin: 12 },
  desk: { flex: 1, backgroundColor: colours.paper },
  top: { backgroundColor: colours.mist, borderBottomWidth: OUTLINE, borderColor: colours.ink },
  topWide: { flexDirection: 'row' },
  head: { paddingHorizontal: 14, paddingTop: 8, paddingBottom: 10 },
  headWide: { width: 282, gap: 6 },
  headLow: { flexDirection: 'row', alignItems: 'center', gap: 14, paddingTop: 4, paddingBottom: 6 },
  headRow: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
  remind: { alignSelf: 'flex-start', marginBottom: 8 },
  wide: { flex: 1, flexDirection: 'row' },
  table: { flex: 1, backgroundColor: colours.desk },
  saved: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    backgroundColor: colours.paper,
    paddingLeft: 14,
  },
  saveWords: { flex: 1, minWidth: 100 },
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
  more: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, paddingHorizontal: 18, paddingBottom: 18 },
  options: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingHorizontal: 10,
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  keys: { maxHeight: 420 },
  keyRow: { flexDirection: 'row', alignItems: 'center', gap: 14, paddingVertical: 3 },
  key: {
    minWidth: 96,
    height: 34,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
