import { takeOf } from '../recording/takeOf';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { MarkCard } from '../learner/MarkCard';
import type { PartView } from '@lippet/core/parts/part';
import { useFrozenDocument } from '../page/document/useFrozenDocument';
import { usePartView } from '../page/document/usePartView';
import { Hear } from '../readAloud/Hear';
import { TakePlayer } from '../recording/TakePlayer';
import { VoiceButton } from '../recording/VoiceButton';
import { SentSheet } from '../sentWork/SentSheet';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { Screen } from '../ui/Screen';
import { Stamp } from '../ui/Stamp';
import { colours, OUTLINE } from '../ui/theme';
import { useWide } from '../ui/useWide';
import { cameBackWords, seenWords } from './homeWords';
import { useCallSeen, useHomeGo } from './useHome';

const NO_PARTS: readonly PartView[] = [];
const NOTHING = (): void => undefined;

/** What came back of a go, as home sees it: the work itself, the marks on it, and what the teacher says. */
export default function HomeGoDesk({ goId, zone }: { goId: string; zone: string }) {
  const wide = useWide();
  const { view, document, marks } = useHomeGo(goId);
  const doc = useFrozenDocument(document.data);
  const marked = useFrozenDocument(marks.data);
  const shown = usePartView(doc, view.data?.parts ?? NO_PARTS);
  const error = view.error ?? document.error ?? marks.error;
  if (error)
    return (
      <Screen>
        <BackHead title="What came back" />
        <Notice again={() => void view.refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!view.data || !doc || !marked) return <Opening />;
  const { title, go } = view.data;
  return (
    <View style={[styles.screen, wide && styles.wide]} role="main">
      <View style={styles.main}>
        <View style={styles.head}>
          <BackHead title={title} />
        </View>
        <SentSheet
          id={goId}
          goId={null}
          label={`Go ${go.number} of ${title}`}
          doc={doc}
          shown={shown}
          marks={marked}
          editable={false}
          editor={null}
          sayHome={null}
          onSurface={NOTHING}
        />
      </View>
      <ScrollView
        style={wide ? styles.panel : styles.strip}
        contentContainerStyle={styles.notes}
        role="complementary"
        aria-label="What the teacher says"
      >
        <Told goId={goId} zone={zone} />
      </ScrollView>
    </View>
  );
}

function Told({ goId, zone }: { goId: string; zone: string }) {
  const { data } = useHomeGo(goId).view;
  const callSeen = useCallSeen();
  const [trouble, setTrouble] = useState<string | null>(null);
  if (!data?.go.review) return null;
  const { go, child, seenBy, mayBeSeen } = data;
  const { review } = go;
  return (
    <>
      <View style={styles.row}>
        <Stamp state={review!.outcome === 'again' ? 'another-go' : 'finished'} size={44} />
        <View style={styles.words}>
          <Text variant="titleMedium">{child}</Text>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {`${cameBackWords(review!, zone)} · ${review!.teacher}`}
          </Text>
        </View>
      </View>
      {review!.told && <TakePlayer take={takeOf(review!.told)} label={`What ${review!.teacher} says`} />}
      {review!.note !== '' && (
        <>
          <Text variant="bodyLarge">{review!.note}</Text>
          <Hear text={review!.note} label="the note" />
        </>
      )}
      {review!.marked && <MarkCard marked={review!.marked} />}
      {go.word && <Text variant="bodyMedium">{`${child} wrote with it: “${go.word}”`}</Text>}
      {go.voice && <VoiceButton voice={go.voice} label={`what ${child} said with it`} />}
      {trouble && <Notice>{trouble}</Notice>}
      {seenBy.length > 0 && <Text variant="labelMedium">{seenWords(seenBy)}</Text>}
      {seenBy.length === 0 && mayBeSeen && (
        <Button
          kind="main"
          icon="eye"
          onPress={() => void callSeen(goId).catch((error: Error) => setTrouble(error.message))}
          style={styles.start}
        >
          We have seen it
        </Button>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  wide: { flexDirection: 'row' },
  main: { flex: 1 },
  head: { paddingHorizontal: 14, paddingTop: 10 },
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
  start: { alignSelf: 'flex-start' },
});
