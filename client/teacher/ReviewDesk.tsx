import type { Outcome } from '@lippet/core/schedule/pieceState';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { goDocument, keys, useLine } from '../api/queries';
import { post } from '../api/request';
import { markItems } from '@lippet/core/page/document';
import { GoExport } from '../page/GoExport';
import { HistoryButtons } from '../page/HistoryButtons';
import { OptionPick } from '../page/OptionPick';
import { SaveLine } from '../page/SaveLine';
import type { Surface } from '../page/surface';
import { MARK_TOOLS } from '../page/toolList';
import { ToolTray } from '../page/ToolTray';
import { useEditor } from '../page/useEditor';
import { useLiveDocument } from '../page/useLiveDocument';
import { useToolKeys } from '../page/useToolKeys';
import { useDrawing } from '../stores/drawing';
import { Ask } from '../ui/Ask';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
import { Say } from '../ui/Say';
import { Screen } from '../ui/Screen';
import { colours, OUTLINE } from '../ui/theme';
import { useWide } from '../ui/useWide';
import { AnswerPanel } from './AnswerPanel';
import { HungSheet } from './HungSheet';
import { Line } from './Line';
import { RecallBar, type Recalling } from './RecallBar';
import { DESK_KEYS, useDeskKeys } from './useDeskKeys';
import { useReview } from './useReview';

/** The review desk: the line of hung pieces, the go in hand, and the answer to it. */
export default function ReviewDesk({ activityId, startWith, zone }: { activityId: string; startWith?: string; zone: string }) {
  const wide = useWide();
  const client = useQueryClient();
  const router = useRouter();
  const { data, error, refetch } = useLine(activityId);
  const [personId, setPersonId] = useState(startWith ?? null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [watching, setWatching] = useState(false);
  const [keysShown, setKeysShown] = useState(false);
  const [busy, setBusy] = useState(false);
  // On a phone the answer lies over the tools, so that the work keeps the room.
  const [answering, setAnswering] = useState(false);
  const [news, setNews] = useState<string | null>(null);
  const [recalling, setRecalling] = useState<Recalling | null>(null);
  const line = data?.line ?? [];
  const at = Math.max(0, line.findIndex((each) => each.personId === personId));
  const piece = line[at];
  const { review, said, write, kept, problem, hold, release } = useReview(piece?.go?.id ?? null, activityId, piece?.pieceId ?? null);
  const { live, loaded, frozen } = useLiveDocument(review ? `marks:${review.id}` : null);
  const open = Boolean(piece?.standing.state === 'with-teacher' && review && !review.releasedAt);
  const editable = open && loaded && !frozen;
  const { tool, setTool } = useDrawing();
  const editor = useEditor(live, markItems);
  useToolKeys(editable, MARK_TOOLS, { surface });
  useEffect(() => {
    if (!MARK_TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);

  const go = (step: 1 | -1): void => {
    const next = line[at + step];
    if (next) setPersonId(next.personId);
  };
  const nextOpen = line.find((each, i) => i !== at && each.standing.state === 'with-teacher' && each.held === null);
  const held = line.filter((each) => each.held !== null && each.standing.state === 'with-teacher').length;
  const nextWaiting = line.find((each, i) => i !== at && each.standing.state === 'with-teacher');
  useDeskKeys({
    '.': () => go(1),
    ',': () => go(-1),
    w: () => nextWaiting && setPersonId(nextWaiting.personId),
    n: () => document.querySelector<HTMLElement>('[data-testid="answer"] textarea')?.focus(),
    '?': () => setKeysShown(true),
  });
  // The pieces on either side are fetched while this one is looked at.
  const neighbours = [line[at + 1]?.go?.id, line[at - 1]?.go?.id, nextWaiting?.go?.id].filter((id) => id !== undefined);
  useEffect(() => {
    for (const id of neighbours) void client.prefetchQuery(goDocument(id));
  }, [client, neighbours.join()]);

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

  const answer = async (outcome: Outcome): Promise<void> => {
    if (!live || busy) return;
    setBusy(true);
    const released = await release(outcome, live);
    setBusy(false);
    if (!released) return;
    setAnswering(false);
    setRecalling({ review: review!.id, personId: piece.personId, words: `${piece.name}: ${outcome === 'again' ? 'another go' : 'finished'}` });
    if (nextWaiting) setPersonId(nextWaiting.personId);
  };
  const holdBack = async (outcome: Outcome | null): Promise<void> => {
    if (!live || busy) return;
    setBusy(true);
    const done = await hold(outcome, live);
    setBusy(false);
    if (done && outcome && nextOpen) setPersonId(nextOpen.personId);
  };
  const tellHeld = async (): Promise<void> => {
    setBusy(true);
    try {
      const { released } = await post<{ released: number }>(`/activities/${activityId}/release-held`);
      setNews(`Told ${released} ${released === 1 ? 'learner' : 'learners'}.`);
    } catch (failed) {
      setNews((failed as Error).message);
    }
    await Promise.all([client.invalidateQueries({ queryKey: keys.line(activityId) }), client.invalidateQueries({ queryKey: ['review-of'] })]);
    setBusy(false);
  };
  const remind = async (person: string | null): Promise<void> => {
    try {
      const { told } = await post<{ told: number }>(`/activities/${activityId}/remind`, { person });
      setNews(told === 0 ? 'Reminded already today. Once a day is enough.' : person ? 'Reminded.' : `Reminded ${told} ${told === 1 ? 'learner' : 'learners'}.`);
    } catch (failed) {
      setNews((failed as Error).message);
    }
    await client.invalidateQueries({ queryKey: keys.line(activityId) });
  };
  const ready = line.filter(({ standing }) => standing.state === 'ready').length;
  const waiting = line.filter(({ standing }) => standing.state === 'with-teacher').length;
  const sheet = (
    <HungSheet
      key={piece.personId} piece={piece} parts={data.parts} marks={live && loaded ? live.doc : null} editable={editable}
      editor={editor} onSurface={setSurface} watching={watching} onWatched={() => setWatching(false)}
    />
  );
  // What is only heard or seen gets pins on its moments, and no ink.
  const paged = data.parts.some(({ kind }) => kind === 'page' || kind === 'photo');
  const tools = editable && paged && <ToolTray upright={wide} only={MARK_TOOLS} />;
  const saved = open && (
    <View style={styles.saved}>
      <View style={styles.saveWords}><SaveLine live={live} /></View>
      {wide && paged && <OptionPick />}
      <HistoryButtons editor={editor} surface={surface} paged={paged} />
    </View>
  );
  const panel = (
    <View testID="answer">
      <AnswerPanel
        activityId={activityId} piece={piece} open={open} said={said} rubric={data.rubric} marking={data.marking} kept={kept} problem={problem} busy={busy} more={Boolean(nextWaiting)} zone={zone}
        onSay={write} onRemind={() => void remind(piece.personId)} onHold={(outcome) => void holdBack(outcome)} onOutcome={(outcome) => void answer(outcome)}
      />
      <View style={styles.more}>
        {piece.go && paged && <Button icon="play" label="Watch it drawn" onPress={() => setWatching(true)}>Watch it drawn</Button>}
        {piece.go && paged && <GoExport goId={piece.go.id} title={`${data.title}, ${piece.name}`} />}
        <Button icon="ask" label="Questions about this" onPress={() => router.push(`/asks/${activityId}`)}>Questions</Button>
      </View>
    </View>
  );
  return (
    <View style={styles.desk} role="main">
      <View style={[styles.top, wide && styles.topWide]}>
        <View style={[styles.head, wide && styles.headWide]}>
          <BackHead title={data.title} home="/to-review" />
          <View style={styles.headRow}>
            <Text variant="bodySmall" style={styles.grow}>{`${waiting} to look at · ${data.group}`}</Text>
            {wide && <Button onPress={() => setKeysShown(true)} label="Keys">?</Button>}
          </View>
          {held > 0 && <Button kind="chosen" icon="boat" disabled={busy} label={`Tell all ${held} that are held`} onPress={() => void tellHeld()} style={styles.remind}>{`Tell ${held} held`}</Button>}
          {ready > 0 && <Button icon="bell" label={`Remind all ${ready} who have not sent`} onPress={() => void remind(null)} style={styles.remind}>{`Remind ${ready} to send`}</Button>}
          {news && <Text variant="bodySmall" role="status">{news}</Text>}
        </View>
        <Line line={line} current={piece.personId} zone={zone} onChoose={setPersonId} />
      </View>
      {recalling && <RecallBar key={recalling.review} recalling={recalling} activityId={activityId} onBack={setPersonId} onOver={() => setRecalling(null)} />}
      {wide ? (
        <View style={styles.wide}>
          {tools}
          <View style={styles.table}>{saved}{sheet}</View>
          <ScrollView style={styles.side} role="complementary" aria-label="Answer">{panel}</ScrollView>
        </View>
      ) : (
        <>
          <View style={styles.table}>{saved}{sheet}</View>
          {!answering && tools}
          {answering && <ScrollView style={styles.below} role="complementary" aria-label="Answer">{panel}</ScrollView>}
          <View style={styles.foot}>
            <Text variant="titleMedium" numberOfLines={1} style={styles.grow}>{answering ? '' : piece.name}</Text>
            <Button kind={answering ? 'plain' : 'main'} icon={answering ? 'pen' : 'review'} onPress={() => setAnswering(!answering)}>
              {answering ? 'Back to marking' : open ? 'Answer' : 'More'}
            </Button>
          </View>
        </>
      )}
      <Ask visible={keysShown} title="Keys" onClose={() => setKeysShown(false)} answers={<Button onPress={() => setKeysShown(false)}>Close</Button>}>
        {DESK_KEYS.map(({ key, word }) => (
          <View key={key} style={styles.keyRow}>
            <View style={styles.key}><Text variant="labelMedium">{key}</Text></View>
            <Text variant="bodyMedium">{word}</Text>
          </View>
        ))}
      </Ask>
    </View>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.paper },
  top: { backgroundColor: colours.mist, borderBottomWidth: OUTLINE, borderColor: colours.ink },
  topWide: { flexDirection: 'row' },
  head: { paddingHorizontal: 14, paddingTop: 8 },
  headWide: { width: 240, gap: 8 },
  headRow: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
  remind: { alignSelf: 'flex-start', marginBottom: 8 },
  wide: { flex: 1, flexDirection: 'row' },
  table: { flex: 1, backgroundColor: colours.desk },
  saved: { flexDirection: 'row', alignItems: 'center', backgroundColor: colours.paper, paddingLeft: 14 },
  saveWords: { flex: 1 },
  side: { flexGrow: 0, width: 340, backgroundColor: colours.paper, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  foot: { flexDirection: 'row', alignItems: 'center', gap: 12, paddingHorizontal: 14, paddingTop: 8, paddingBottom: 12, backgroundColor: colours.paper },
  below: { flexGrow: 0, maxHeight: '50%', backgroundColor: colours.paper, borderTopWidth: OUTLINE, borderColor: colours.ink },
  more: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, paddingHorizontal: 18, paddingBottom: 18 },
  keyRow: { flexDirection: 'row', alignItems: 'center', gap: 14 },
  key: { minWidth: 34, height: 34, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, alignItems: 'center', justifyContent: 'center' },
});
