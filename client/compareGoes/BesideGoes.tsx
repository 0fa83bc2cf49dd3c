import type { GoView } from '@lippet/core/contract/pieces';
import type { PartView } from '@lippet/core/parts/part';
import { answeredNotes } from '@lippet/core/review/answeredNotes';
import { walkNotes } from '@lippet/core/review/noteWalk';
import { pairPages } from '@lippet/core/review/whatIsNew';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { useGoDocument, useMarks } from '../api/queries';
import { request } from '../api/request';
import { PageBar } from '../ui/PageBar';
import { PartTabs } from '../parts/PartTabs';
import { useFrozenDocument } from '../page/document/useFrozenDocument';
import { TakePlayer } from '../recording/TakePlayer';
import { LineIcon } from '../ui/LineIcon';
import { Opening } from '../ui/Opening';
import { Pick } from '../ui/Pick';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { TickBox } from '../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { useWide } from '../ui/useWide';
import { PagePairView, type GoSide } from './PagePairView';
import { usePairNews } from './usePairNews';
import { partUi } from '../parts/registry';

interface Props {
  /** The go that others are laid beside. */
  goId: string;
  parts: readonly PartView[];
  onClose: () => void;
}

const goWords = ({ number }: GoView): string => `Go ${number}`;
const WAYS = [
  { value: 'beside', word: 'Side by side', icon: 'pages' },
  { value: 'over', word: 'Laid over', icon: 'front' },
] as const;

/**
 * A go beside an earlier one of the same piece, with what is new since then, and which of the notes on it were
 * answered.
 */
export function BesideGoes({ goId, parts, onClose }: Props) {
  const { data: goes, error } = useQuery({
    queryKey: ['goes-like', goId],
    queryFn: () => request('GET /goes/:id/like', { id: goId }),
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const current = goes?.find(({ id }) => id === goId);
  const earlier = goes?.filter(({ number }) => current && number < current.number) ?? [];
  const other = earlier.find(({ id }) => id === chosen) ?? earlier[0];
  const now = useFrozenDocument(useGoDocument(goId).data);
  const before = useFrozenDocument(useGoDocument(other?.id).data);
  const oldMarks = useFrozenDocument(useMarks(other?.review?.id).data);
  const newMarks = useFrozenDocument(useMarks(current?.review?.id).data);
  return (
    <View style={styles.screen} role="region" aria-label="Goes beside each other">
      <View style={styles.head}>
        <Press aria-label="Close" onPress={onClose} style={styles.close}>
          <LineIcon name="close" size={22} />
        </Press>
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          {current && other ? `${goWords(other)} and ${goWords(current).toLowerCase()}` : 'Earlier goes'}
        </Text>
        {earlier.length > 1 && (
          <Pick
            label="Beside which go"
            options={earlier.map((submission) => ({ value: submission.id, word: goWords(submission) }))}
            chosen={other?.id ?? null}
            onChoose={setChosen}
          />
        )}
      </View>
      {error && <Notice>{error.message}</Notice>}
      {!error && current && !other && (
        <View style={styles.none}>
          <Notice calm>This is the first go, so there is none to lay beside it.</Notice>
        </View>
      )}
      {!error &&
        other &&
        current &&
        (now && before ? (
          <Compared
            parts={parts}
            before={{ title: goWords(other), doc: before, marks: other.review ? oldMarks : null }}
            now={{ title: goWords(current), doc: now, marks: current.review ? newMarks : null }}
            talk={oldMarks && <Answered before={before} marks={oldMarks} now={now} parts={parts} />}
          />
        ) : (
          <Opening />
        ))}
    </View>
  );
}

/** The notes on the earlier go: which of them the learner says were answered. */
function Answered({
  before,
  marks,
  now,
  parts,
}: {
  before: Y.Doc;
  marks: Y.Doc;
  now: Y.Doc;
  parts: readonly PartView[];
}) {
  const notes = useMemo(
    () =>
      walkNotes(
        before,
        marks,
        parts.map(({ id }) => id),
      ),
    [before, marks, parts],
  );
  const answered = useMemo(() => answeredNotes(now), [now]);
  if (notes.length === 0) return null;
  return (
    <View role="list" aria-label="Notes on the earlier go" style={styles.notes}>
      {notes.map(({ id, words }) => (
        <View key={id} role="listitem" style={styles.note}>
          <View style={[styles.tick, answered.has(id) && styles.ticked]}>
            {answered.has(id) && <LineIcon name="tick" size={16} width={3} />}
          </View>
          <Text variant="bodySmall">{`${words || 'A spoken note'}: ${answered.has(id) ? 'ticked off' : 'not ticked off'}`}</Text>
        </View>
      ))}
    </View>
  );
}

function Compared({
  parts,
  before,
  now,
  talk,
}: {
  parts: readonly PartView[];
  before: GoSide;
  now: GoSide;
  talk: React.ReactNode;
}) {
  const wide = useWide();
  const [partId, setPartId] = useState(parts[0]?.id ?? '');
  const [at, setAt] = useState(0);
  const [way, setWay] = useState<'beside' | 'over'>('beside');
  const [marked, setMarked] = useState(true);
  const part = parts.find(({ id }) => id === partId)!;
  const pairs = useMemo(() => pairPages(before.doc, now.doc, partId), [before.doc, now.doc, partId]);
  const pair = pairs[Math.min(at, pairs.length - 1)];
  const news = usePairNews(before.doc, now.doc, pair, marked);
  const takes = [before, now].map(({ doc }) => chosenTake(readTakes(doc, partId)));
  const { Beside, showsNews = false } = partUi(part.kind);
  return (
    <>
      <View style={styles.tools}>
        <PartTabs
          parts={parts}
          current={partId}
          done={new Set()}
          onChoose={(id) => {
            setPartId(id);
            setAt(0);
          }}
        />
        <View style={styles.choices}>
          {pair && <Pick label="How they are shown" options={WAYS} chosen={way} onChoose={setWay} />}
          {(pair || showsNews) && <TickBox word="Show what is new" on={marked} onChange={setMarked} />}
          {pair && marked && (
            <Text variant="labelMedium" role="status" testID="what-is-new">
              {news.words}
            </Text>
          )}
        </View>
        {talk}
      </View>
      {Beside && (
        <Beside part={part} before={before.doc} now={now.doc} titles={[before.title, now.title]} marked={marked} />
      )}
      {takes.some(Boolean) && (
        <ScrollView style={styles.takes} contentContainerStyle={[styles.players, wide && styles.row]}>
          {[before, now].map(({ title }, i) => (
            <View key={title} style={styles.player}>
              <Text variant="labelMedium">{title}</Text>
              {takes[i] ? (
                <TakePlayer key={takes[i].id} take={takes[i]} label={`${part.title}, ${title.toLowerCase()}`} />
              ) : (
                <Text variant="bodyMedium">No recording.</Text>
              )}
            </View>
          ))}
        </ScrollView>
      )}
      {pair && <PagePairView pair={pair} before={before} now={now} shown={news} over={way === 'over'} />}
      {pairs.length > 1 && (
        <PageBar at={Math.min(at, pairs.length - 1)} count={pairs.length} onStep={(by) => setAt(at + by)} />
      )}
      {!pair && !Beside && !takes.some(Boolean) && (
        <View style={styles.none}>
          <Notice calm>There is nothing of this part in either go.</Notice>
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.desk },
  head: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 14,
    padding: 10,
    backgroundColor: colours.mist,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  tools: { backgroundColor: colours.paper, paddingHorizontal: 12, paddingVertical: 8, gap: 8 },
  choices: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14 },
  notes: { gap: 6 },
  note: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  tick: {
    width: 22,
    height: 22,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  ticked: { backgroundColor: colours.ochre },
  takes: { flexGrow: 0, maxHeight: '50%' },
  players: { padding: 14, gap: 14 },
  row: { flexDirection: 'row' },
  player: { flex: 1, gap: 6 },
  none: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
