import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import type { PartView } from '@lippet/core/parts/part';
import { takeName } from '@lippet/core/recording/take';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useGo, useGoDocument } from '../api/queries';
import { Hear } from '../readAloud/Hear';
import { MarkCard } from './MarkCard';
import { PartnerAnswers } from './partners/PartnerAnswers';
import { useWhoseMarks } from './useWhoseMarks';
import { NoteWalk } from './notes/NoteWalk';
import { BesideGoes } from '../compareGoes/BesideGoes';
import { GoExport } from '../page/takeOut/GoExport';
import type { Surface } from '../page/surface/surface';
import { PageSurface } from '../page/surface/PageSurface';
import { TakeOutFormats } from '../page/takeOut/TakeOutFormats';
import { useFrozenDocument } from '../page/document/useFrozenDocument';
import { usePartView } from '../page/document/usePartView';
import { KeepCopy } from '../recording/KeepCopy';
import { takeOf } from '../recording/takeOf';
import { TakeDesk } from '../recording/TakeDesk';
import { TakePlayer } from '../recording/TakePlayer';
import { partUi } from '../parts/registry';
import { Dialog } from '../ui/Dialog';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
import { Notice } from '../ui/Notice';
import { Screen } from '../ui/Screen';
import { Stamp } from '../ui/Stamp';
import { colours, OUTLINE } from '../ui/theme';
import { useWide } from '../ui/useWide';
import { PageBar } from '../ui/PageBar';
import { PartTabs } from '../parts/PartTabs';

const NO_PARTS: readonly PartView[] = [];

/** A go as it was sent, with the teacher's marks over it and the note beside it. */
const stateOf = (review: { outcome: string } | null | undefined): 'with-teacher' | 'another-go' | 'finished' => {
  if (!review) return 'with-teacher';
  return review.outcome === 'again' ? 'another-go' : 'finished';
};

const STATE_HEADS = {
  'with-teacher': 'With your teacher',
  'another-go': 'Another go',
  finished: 'Finished',
};

export default function Feedback({ goId, zone }: { goId: string; zone: string }) {
  const router = useRouter();
  const wide = useWide();
  const { data: view, error, refetch } = useGo(goId);
  const doc = useFrozenDocument(useGoDocument(goId).data);
  const { whose, choose, partners, hasTeacher, teachers, marks, walk } = useWhoseMarks(view, doc);
  const [taking, setTaking] = useState(false);
  const [beside, setBeside] = useState(false);
  const shown = usePartView(doc, view?.parts ?? NO_PARTS);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [walked, setWalked] = useState(-1);
  const note = walk[walked];
  // Once the note's page is there, its place comes close. What it says stands below, and covers nothing.
  useEffect(() => {
    if (!surface || !note?.at || surface.page.id !== note.page) return;
    surface.pointAt(note.id, note.at);
  }, [surface, note]);
  if (error) {
    return (
      <Screen>
        <BackHead title="What came back" home="/now" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  }
  if (!view || !doc || (hasTeacher && !teachers)) return <Opening />;
  const { go, title } = view;
  const { parts, part, page, inPart, take, answered, choosePart, choosePage } = shown;
  const Sent = answered && part ? partUi(part.kind).Sent : undefined;
  const { review } = go;
  const step = (index: number): void => {
    const next = walk[index]!;
    setWalked(index);
    choosePart(next.part);
    if (next.page) choosePage(next.page);
  };
  const notes = (
    <ScrollView
      style={wide ? styles.panel : styles.strip}
      contentContainerStyle={styles.notes}
      role="complementary"
      aria-label="What the teacher wrote"
    >
      <View style={styles.row}>
        <Stamp state={stateOf(review)} size={48} />
        <View style={styles.words}>
          <Text variant="titleMedium">{STATE_HEADS[stateOf(review)]}</Text>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {review
              ? `${review.teacher}, ${whenWords(review.releasedAt, Date.now(), zone)} · go ${go.number}`
              : `Sent ${whenWords(go.sentAt, Date.now(), zone)}`}
          </Text>
        </View>
      </View>
      <NoteWalk
        notes={walk}
        at={walked}
        onStep={step}
        talk={review && whose === 'teacher' ? { reviewId: review.id, reader: review.teacher } : null}
      />
      <PartnerAnswers
        activityId={view.activityId}
        partners={partners}
        whose={whose}
        teacher={review?.teacher ?? null}
        onChoose={(next) => {
          setWalked(-1);
          choose(next);
        }}
      />
      {review?.told && <TakePlayer take={takeOf(review.told)} label={`What ${review.teacher} says`} />}
      {review?.note ? <Text variant="bodyLarge">{review.note}</Text> : null}
      {review?.marked && <MarkCard marked={review.marked} />}
      {review?.note ? <Hear text={review.note} label="the note" /> : null}
      {go.word && <Text variant="bodyMedium" style={{ color: colours.soft }}>{`You wrote with it: “${go.word}”`}</Text>}
      {view.mayGoOn && (
        <Button kind="main" icon="pen" onPress={() => router.replace(`/activity/${view.activityId}`)} style={styles.go}>
          Do another go
        </Button>
      )}
      {go.number > 1 && (
        <Button icon="pages" onPress={() => setBeside(true)} style={styles.go}>
          Beside my earlier goes
        </Button>
      )}
      <Button icon="out" onPress={() => setTaking(true)} style={styles.go}>
        Take a copy out
      </Button>
    </ScrollView>
  );
  if (beside)
    return (
      <View style={styles.screen} role="main">
        <BesideGoes goId={go.id} parts={parts} onClose={() => setBeside(false)} />
      </View>
    );
  return (
    <View style={[styles.screen, wide && styles.wide]} role="main">
      <Dialog
        visible={taking}
        title="Take a copy out"
        onClose={() => setTaking(false)}
        answers={<Button onPress={() => setTaking(false)}>Close</Button>}
      >
        <Text variant="bodyMedium">Every go with what came back, and what you said and wrote:</Text>
        <GoExport goId={go.id} title={title} all />
        {page && (
          <TakeOutFormats
            title={`${title}, go ${go.number}`}
            doc={doc}
            pages={readPages(doc)}
            page={page}
            marks={teachers}
          />
        )}
        {take && part?.recording.keepCopy && (
          <KeepCopy
            take={take}
            name={takeName(part.recording.titleStart, take.title) || title}
            label="Keep the recording"
            word="Keep the recording"
          />
        )}
      </Dialog>
      <View style={styles.main}>
        <View style={styles.head}>
          <BackHead title={title} home="/now" />
          <PartTabs parts={parts} current={part?.id ?? ''} done={new Set()} onChoose={choosePart} />
        </View>
        {Sent && part && (
          <View style={page ? styles.recording : styles.sheet}>
            <Sent key={part.id} part={part} goId={go.id} doc={doc} marks={marks[0] ?? null} editor={null} />
          </View>
        )}
        {take && part && (
          <View style={page ? styles.recording : styles.sheet}>
            <TakeDesk key={take.id} take={take} part={part} marks={marks[0] ?? null} editor={null} />
          </View>
        )}
        {page && (
          <View style={styles.sheet}>
            <PageSurface
              // Layers are put together when a sheet is opened.
              key={`${page.id} ${whose} ${marks.length}`}
              page={page}
              layers={[pageItems(doc, page.id)!, ...marks.map((one) => markItems(one, page.id))]}
              editor={null}
              editable={false}
              onSurface={setSurface}
              label={`Go ${go.number} of ${title}, with the marks of ${whose === 'teacher' ? 'your teacher' : 'your partners'}`}
            />
          </View>
        )}
        {page && inPart.length > 1 && (
          <PageBar
            at={inPart.indexOf(page)}
            count={inPart.length}
            onStep={(by) => choosePage(inPart[inPart.indexOf(page) + by]?.id ?? page.id)}
          />
        )}
      </View>
      {notes}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  wide: { flexDirection: 'row' },
  main: { flex: 1 },
  head: { paddingHorizontal: 14, paddingTop: 10, gap: 8 },
  sheet: { flex: 1, minHeight: 200 },
  recording: { maxHeight: '45%', borderBottomWidth: OUTLINE, borderColor: colours.ink },
  panel: { flexGrow: 0, width: 340, backgroundColor: colours.mist, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  strip: {
    flexGrow: 0,
    maxHeight: '42%',
    backgroundColor: colours.mist,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  notes: { padding: 18, gap: 14 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1 },
  go: { alignSelf: 'flex-start' },
});
