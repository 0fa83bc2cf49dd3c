import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import { isAnswered, type PartView } from '@lippet/core/parts/part';
import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import { STATE_WORDS, type Outcome } from '@lippet/core/piece/pieceState';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys, useGoDocument, useMarks } from '../../api/queries';
import { request } from '../../api/request';
import { PartTabs } from '../../parts/PartTabs';
import { partUi } from '../../parts/registry';
import { PageThumb } from '../../page/pictures/PageThumb';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { TakePlayer } from '../../recording/TakePlayer';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { Notice } from '../../ui/Notice';
import { Stamp } from '../../ui/Stamp';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { GroupSpread } from './GroupSpread';
import { ManyBar } from './ManyBar';

/** How large a page is shown, in CSS pixels: wide, and two abreast on a phone. */
const PICTURES = { wide: { width: 210, height: 270 }, phone: { width: 146, height: 190 } };
/** So many pages of a part are shown. */
const MOST_PAGES = 2;

interface Props {
  activityId: string;
  line: readonly QueuedPiece[];
  parts: readonly PartView[];
  partId: string;
  onPart: (id: string) => void;
  zone: string;
  /** Opens one learner's piece on the desk. */
  onOpen: (personId: string) => void;
  onClose: () => void;
}

/** The same part of every learner side by side; several can be answered at a time. */
export function PartsView({ activityId, line, parts, partId, onPart, onOpen, onClose }: Props) {
  const client = useQueryClient();
  const wide = useWide();
  const picture = wide ? PICTURES.wide : PICTURES.phone;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [news, setNews] = useState<string | null>(null);
  const part = parts.find(({ id }) => id === partId)!;
  const sent = line.filter(({ go }) => go !== null);
  const waiting = sent.filter(({ status }) => status.state === 'with-teacher');
  const choose = (personId: string, on: boolean): void => {
    const next = new Set(chosen);
    if (on) next.add(personId);
    else next.delete(personId);
    setChosen(next);
  };
  const answer = async (note: string, outcome: Outcome | null, hold: boolean): Promise<boolean> => {
    setBusy(true);
    try {
      const { done, left } = await request(
        'POST /activities/:id/answer-many',
        { id: activityId },
        {
          people: [...chosen],
          note,
          outcome,
          hold,
        },
      );
      const kept = left.map(
        ({ personId, why }) => `${line.find((piece) => piece.personId === personId)?.name ?? 'A learner'}: ${why}`,
      );
      setNews([`${done} ${done === 1 ? 'piece' : 'pieces'} answered.`, ...kept].join(' '));
      setChosen(new Set(left.map(({ personId }) => personId)));
      return true;
    } catch (error) {
      setNews((error as Error).message);
      return false;
    } finally {
      await Promise.all([
        client.invalidateQueries({ queryKey: keys.line(activityId) }),
        client.invalidateQueries({ queryKey: ['review-of'] }),
        client.invalidateQueries({ queryKey: keys.toReview }),
      ]);
      setBusy(false);
    }
  };
  return (
    <View style={styles.screen} role="region" aria-label="All pieces side by side">
      <View style={styles.head}>
        <Press aria-label="Back to one piece" onPress={onClose} style={styles.close}>
          <LineIcon name="close" size={22} />
        </Press>
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          All side by side
        </Text>
        <PartTabs parts={parts} current={partId} done={new Set()} onChoose={onPart} />
        {waiting.length > 0 && (
          <Button
            label={chosen.size === waiting.length ? 'Choose none' : `Choose all ${waiting.length} that wait`}
            onPress={() =>
              setChosen(new Set(chosen.size === waiting.length ? [] : waiting.map(({ personId }) => personId)))
            }
          >
            {chosen.size === waiting.length ? 'Choose none' : 'Choose all'}
          </Button>
        )}
      </View>
      {news && (
        <View style={styles.news}>
          <Text variant="bodyMedium" role="status">
            {news}
          </Text>
        </View>
      )}
      <ScrollView contentContainerStyle={[styles.content, wide && styles.contentWide]}>
        <GroupSpread part={part} goIds={sent.map(({ go }) => go!.id)} />
        <View style={styles.grid} role="list" aria-label="Pieces">
          {sent.length === 0 && <Notice calm>Nothing has been sent yet.</Notice>}
          {sent.map((piece) => (
            <View
              key={piece.personId}
              role="listitem"
              style={[styles.card, { width: picture.width + 24 }, chosen.has(piece.personId) && styles.chosen]}
            >
              <PartPicture picture={picture} piece={piece} part={part} onOpen={() => onOpen(piece.personId)} />
              <View style={styles.name}>
                <Stamp state={piece.status.state} size={22} />
                <Text variant="labelLarge" style={styles.grow} numberOfLines={1}>
                  {piece.name}
                </Text>
              </View>
              {piece.status.state === 'with-teacher' ? (
                <TickBox
                  word={piece.held ? `Held: ${piece.held === 'again' ? 'another go' : 'finished'}` : 'Choose'}
                  name={`Choose ${piece.name}`}
                  on={chosen.has(piece.personId)}
                  onChange={(on) => choose(piece.personId, on)}
                />
              ) : (
                <Text variant="bodySmall" style={styles.state}>
                  {STATE_WORDS[piece.status.state]}
                </Text>
              )}
            </View>
          ))}
        </View>
      </ScrollView>
      {chosen.size > 0 && <ManyBar count={chosen.size} busy={busy} onAnswer={answer} />}
    </View>
  );
}

/** What one learner has made of a part: the first pages, the words, the recording. */
function PartPicture({
  picture,
  piece,
  part,
  onOpen,
}: {
  picture: { width: number; height: number };
  piece: QueuedPiece;
  part: PartView;
  onOpen: () => void;
}) {
  const doc = useFrozenDocument(useGoDocument(piece.go!.id).data);
  const released = piece.reviewId !== null && piece.status.state !== 'with-teacher';
  const marks = useFrozenDocument(useMarks(released ? piece.reviewId! : undefined).data);
  if (!doc)
    return (
      <View style={[styles.empty, { width: picture.width }]}>
        <Text variant="bodySmall">Opening …</Text>
      </View>
    );
  const pages = readPages(doc).filter((page) => page.part === part.id);
  const take = chosenTake(readTakes(doc, part.id));
  const Small = isAnswered(doc, part) ? partUi(part.kind).Small : undefined;
  return (
    <>
      <Pressable
        role="button"
        aria-label={`Open ${piece.name}’s ${part.title}`}
        onPress={onOpen}
        style={styles.pictures}
      >
        {pages.slice(0, MOST_PAGES).map((page) => (
          <PageThumb
            key={page.id}
            page={page}
            layers={[pageItems(doc, page.id)!, ...(marks ? [markItems(marks, page.id)] : [])]}
            {...picture}
          />
        ))}
        {/* A picture of the work, as the pages are: what is written on it is not what the button is called. */}
        {Small && (
          <View aria-hidden>
            <Small part={part} doc={doc} />
          </View>
        )}
        {pages.length === 0 && !Small && !take && (
          <View aria-hidden style={[styles.empty, { width: picture.width }]}>
            <Text variant="bodySmall">Nothing here</Text>
          </View>
        )}
      </Pressable>
      {pages.length > MOST_PAGES && <Text variant="bodySmall">{`and ${pages.length - MOST_PAGES} more`}</Text>}
      {take && (
        <View style={{ width: picture.width }}>
          <TakePlayer take={take} label={`${piece.name}, ${part.title}`} />
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
  news: { padding: 10, backgroundColor: colours.paper },
  content: { gap: 12, padding: 12 },
  contentWide: { gap: 16, padding: 16 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'flex-start' },
  card: { padding: 10, gap: 8, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  chosen: { backgroundColor: colours.ochre },
  pictures: { gap: 8, alignItems: 'center' },
  empty: { height: 120, alignItems: 'center', justifyContent: 'center' },
  name: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  state: { minHeight: TARGET.learner, paddingTop: 12 },
});
