import { LIMITS } from '@lippet/core/contract/limits';
import type { ChoicePlan } from '@lippet/core/contract/plan';
import { FELT, FELT_WORDS, type Felt, type PartView, type PieceView } from '@lippet/core/contract/work';
import { pageItems, type PagePlan } from '@lippet/core/page/document';
import { measureProgress, NO_PROGRESS, type PartProgress, type PieceProgress } from '@lippet/core/page/progress';
import { timeWords } from '@lippet/core/recording/moments';
import { spansLength } from '@lippet/core/recording/spans';
import { chosenTake, readTakes, takeName, type Take } from '@lippet/core/recording/take';
import { partBegun, partComplete } from '@lippet/core/schedule/completeness';
import { sendChecks, type SendCheck } from '@lippet/core/schedule/sendChecks';
import type { PieceFacts } from '@lippet/core/schedule/pieceState';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { answerWords } from '@lippet/core/words/answers';
import { useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { SayNote } from '../../capture/SayNote';
import { mediaOutbox, onTheirWay, refusedOf, wayWords } from '../../api/mediaOutbox';
import type { LiveDocument } from '../../page/liveDocument';
import { PageThumb } from '../../page/PageThumb';
import { VoiceButton } from '../../recording/VoiceButton';
import { TakeThumb } from '../../recording/TakeThumb';
import { Ask } from '../../ui/Ask';
import { useUnsentWords } from '../../stores/unsent';
import { Button } from '../../ui/Button';
import { FeltShape } from '../../ui/FeltSign';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { Say } from '../../ui/Say';
import { colours, faces, OUTLINE, TARGET } from '../../ui/theme';
import { useStore } from 'zustand';
import { useLastReview } from '../notes/useLastReview';
import { Receipt } from './Receipt';
import { useSend } from './useSend';
import { RefusedList } from '../../outbox/RefusedList';
import { wordCountWords } from '@lippet/core/words/wordCount';

interface Props {
  piece: PieceView;
  live: LiveDocument;
  zone: string;
  pages: readonly PagePlan[];
  onBack: () => void;
  /** Leaves the activity: what is on its way goes by itself. */
  onLeave: () => void;
  onPart: (id: string) => void;
  onPage: (id: string) => void;
  /** Opens the notes of the last review. */
  onNotes: () => void;
}

/** What a part holds, in words. */
function partWords(
  part: PartView,
  { drawnPages, neededSpots, filledSpots, photos, words, ticked }: PartProgress,
  complete: boolean,
  take: Take | null,
): string {
  if (take)
    return joined(
      `${take.sort === 'film' ? 'A film' : 'A recording'}, ${timeWords(spansLength(take.spans))}`,
      drawnPages > 0 && `${drawnPages} ${drawnPages === 1 ? 'page' : 'pages'}`,
    );
  if (part.kind === 'sound' || part.kind === 'film')
    return part.required ? 'Nothing recorded yet' : 'Left empty, that is fine';
  if (photos > 0) return photos === 1 ? '1 photo of paper' : `${photos} photos of paper`;
  const missing = (words: string): string => (part.required ? words : 'Left empty, that is fine');
  if (part.kind === 'words')
    return words > 0 ? wordCountWords(words, part.leastWords, part.mostWords) : missing('Nothing written yet');
  if (part.kind === 'tick') return ticked ? 'Done, says you' : missing('Not ticked yet');
  if (part.kind === 'photo') return missing('No photo taken yet');
  if (neededSpots > 0 && !complete) return `${filledSpots} of ${neededSpots} places filled`;
  if (!complete) return part.required ? 'Nothing drawn yet' : 'Left empty, that is fine';
  return drawnPages === 1 ? '1 page, drawn on' : `${drawnPages} pages, drawn on`;
}

/** A part that may be chosen and was not: nothing is missing there. */
const isUnchosen = (part: PartView, choices: readonly ChoicePlan[], progress: PieceProgress): boolean =>
  choices.some(({ id, rule }) => id === part.choice && (rule === 'level' || !part.required)) &&
  !partBegun(progress, part.id);

/** Until when it can be taken back, for the line above the last button. */
function takeBackWords({ takeBack, due }: PieceFacts, teacher: string, zone: string): string {
  if (takeBack === 'never') return 'What is sent stays sent.';
  const until = `You can take it back until ${teacher} has begun to look`;
  return takeBack === 'due' && due !== null
    ? `${until}, at most until ${whenWords(due, Date.now(), zone)}.`
    : `${until}.`;
}

const joined = (...words: (string | false)[]): string => words.filter(Boolean).join(' and ');
/** What makes a part, as a verb. */
const MAKE_WORDS: Record<PartView['kind'], string> = {
  page: 'Draw',
  photo: 'Take',
  sound: 'Record',
  film: 'Film',
  words: 'Write',
  tick: 'Do',
};

/** Where a check leads to. */
const LEAD_WORDS: Record<SendCheck['kind'], string> = {
  part: 'Go there',
  spot: 'Go there',
  words: 'Go there',
  choice: 'Go there',
  page: 'Look at it',
  photo: 'Look at it',
  recording: 'Hear it',
  note: 'Tick it off',
};

/** At most this many pages of a part are shown; how many more there are is said. */
const MOST_SHOWN = 4;

/** "Ready to send?": every part as it will arrive, what is missing, to whom it goes. */
export function SendStep({ piece, live, zone, pages, onBack, onLeave, onPart, onPage, onNotes }: Props) {
  const { sending, send, stop } = useSend(piece, live);
  // With each go another word.
  const [word, setWord] = useUnsentWords(`send:${piece.id}:${piece.goes.length + 1}`);
  const [felt, setFelt] = useState<Felt | null>(null);
  const [voice, setVoice] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  // Measured from, and drawn from, the very document that will be frozen.
  const progress = useMemo(() => measureProgress(live.doc), [live]);
  const current = useMemo(() => piece.parts.filter(({ removed }) => !removed), [piece.parts]);
  const { teacher, title } = piece.card;
  const last = useLastReview(piece);
  const home = `pieces/${piece.id}` as const;
  const outbox = useStore(mediaOutbox.state);
  const way = onTheirWay(outbox, home);
  const checks = useMemo(() => {
    const refused = new Set(refusedOf(outbox, home).map(([id]) => id));
    return sendChecks(live.doc, { parts: current, choices: piece.choices, notes: last?.notes ?? [], refused });
  }, [live, current, piece.choices, last, outbox, home]);
  const needed = checks.filter((check) => check.needed);
  const others = checks.filter((check) => !check.needed);
  // What a part lacks stands with it; the rest has a line of its own.
  const said = checks.filter(({ kind, needed: must }) => !(must && kind === 'part'));
  const goThere = ({ kind, part, page }: SendCheck): void => {
    if (kind === 'note') onNotes();
    else if (page) onPage(page);
    else onPart(part);
  };
  const first = needed[0] && piece.parts.find(({ id }) => id === needed[0]!.part);

  if (sending.step === 'sent') return <Receipt go={sending.go} title={title} teacher={teacher} zone={zone} />;
  const busy = sending.step === 'sending' || sending.step === 'waiting';
  const go = (): void => {
    setAsking(false);
    void send({ word, felt, voice });
  };

  return (
    <View style={styles.screen} role="main">
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.head}>
          <Pressable
            role="button"
            aria-label={busy ? 'Back' : 'Back to the sheet'}
            onPress={busy ? onLeave : onBack}
            style={styles.back}
          >
            <LineIcon name="back" size={28} />
          </Pressable>
          <Text variant="displaySmall" role="heading" aria-level={1}>
            Ready to send?
          </Text>
        </View>
        <Text
          variant="bodyMedium"
          style={{ color: colours.soft }}
        >{`${title} goes to ${teacher}. This is all ${teacher} will get:`}</Text>
        {current
          .filter((part) => !isUnchosen(part, piece.choices, progress))
          .map((part) => {
            const complete = partComplete(progress, part);
            const take = chosenTake(readTakes(live.doc, part.id));
            const words = partWords(part, progress.parts[part.id] ?? NO_PROGRESS, complete, take);
            const all = pages.filter((page) => page.part === part.id);
            return (
              <Pressable
                key={part.id}
                role="button"
                aria-label={`${part.title}: ${words}. Go there`}
                disabled={busy}
                onPress={() => onPart(part.id)}
                style={styles.part}
              >
                <View style={styles.pictures}>
                  {all.slice(0, MOST_SHOWN).map((page) => (
                    <View key={page.id} style={styles.picture}>
                      <PageThumb page={page} layers={[pageItems(live.doc, page.id)!]} width={68} height={88} />
                    </View>
                  ))}
                  {take && <TakeThumb take={take} />}
                  {all.length > MOST_SHOWN && <Text variant="labelSmall">{`and ${all.length - MOST_SHOWN} more`}</Text>}
                </View>
                <View style={styles.words}>
                  <Text variant="titleMedium">{part.title}</Text>
                  {part.kind === 'words' && (
                    <Text numberOfLines={3} style={styles.written}>
                      {answerWords(live.doc, part.id)}
                    </Text>
                  )}
                  {take?.title ? <Text variant="bodySmall">{takeName(part.titleStart, take.title)}</Text> : null}
                  <Text
                    variant="bodySmall"
                    style={{ color: complete || !part.required ? colours.soft : colours.vermilion }}
                  >
                    {words}
                  </Text>
                </View>
                {complete ? (
                  <LineIcon name="tick" size={30} width={4} colour={colours.moss} />
                ) : (
                  <Text variant="labelMedium">{part.required ? `${MAKE_WORDS[part.kind]} it` : ''}</Text>
                )}
              </Pressable>
            );
          })}
        {said.map((check, i) => (
          <Pressable
            key={i}
            role="button"
            aria-label={`${check.words}. ${LEAD_WORDS[check.kind]}`}
            disabled={busy}
            onPress={() => goThere(check)}
            style={styles.flaw}
          >
            <Text variant="labelMedium" style={styles.words}>
              {check.words}
            </Text>
            <Text variant="labelMedium">{LEAD_WORDS[check.kind]}</Text>
          </Pressable>
        ))}
        <RefusedList home={home} />
        {way && <Say calm>{`There is still ${wayWords(way)}. It all goes as soon as that is there.`}</Say>}
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          A word with it
        </Text>
        <View role="radiogroup" aria-label="How it was for you" style={styles.felts}>
          {FELT.map((each) => (
            <Press
              key={each}
              role="radio"
              aria-checked={felt === each}
              aria-label={FELT_WORDS[each]}
              flat={felt === each}
              fill={felt === each ? colours.ochre : colours.scrap}
              onPress={() => setFelt(felt === each ? null : each)}
              style={styles.felt}
            >
              <FeltShape felt={each} />
              <Text variant="labelMedium">{FELT_WORDS[each]}</Text>
            </Press>
          ))}
        </View>
        <Field label={`For ${teacher} to read`} value={word} onChangeText={setWord} multiline maxLength={LIMITS.word} />
        {voice ? (
          <View style={styles.felts}>
            <VoiceButton voice={voice} label="what you said" />
            <Button icon="bin" onPress={() => setVoice(null)}>
              Leave it out
            </Button>
          </View>
        ) : (
          <SayNote home={`pieces/${piece.id}`} onSaid={setVoice} />
        )}
        {sending.step === 'refused' && <Say>{sending.why}</Say>}
        {sending.step === 'waiting' && <Say calm>{sending.why}</Say>}
      </ScrollView>
      <View style={styles.foot}>
        <Text variant="bodySmall" style={styles.hint}>
          {takeBackWords(piece.card.facts, teacher, zone)}
        </Text>
        {busy ? (
          <Button large onPress={stop} icon="wait">
            {sending.step === 'waiting' ? 'Waiting. Stop' : 'Sending …'}
          </Button>
        ) : (
          <Button
            kind="main"
            large
            icon="boat"
            onPress={() => (checks.length > 0 ? setAsking(true) : go())}
          >{`Send to ${teacher}`}</Button>
        )}
      </View>
      <Ask
        visible={asking}
        onClose={() => setAsking(false)}
        title={needed.length > 0 ? 'Not yet' : 'Send it as it is?'}
        answers={
          needed.length > 0 ? (
            <>
              <Button onPress={() => setAsking(false)}>Later</Button>
              <Button kind="main" icon="pen" onPress={() => goThere(needed[0]!)}>
                {first && needed[0]!.kind === 'part' ? `${MAKE_WORDS[first.kind]} ${first.title}` : 'Go there'}
              </Button>
            </>
          ) : (
            <>
              <Button onPress={go}>Send it as it is</Button>
              <Button kind="main" icon="eye" onPress={() => goThere(others[0]!)}>
                Look at it first
              </Button>
            </>
          )
        }
      >
        {(needed.length > 0 ? needed : others).map(({ words }, i) => (
          <Text key={i} variant="bodyLarge">
            {words}
          </Text>
        ))}
        <Text variant="bodyMedium">
          {needed.length > 0
            ? `${teacher} needs ${needed.length > 1 ? 'these' : 'this'} before it can go. What you made is kept.`
            : `${teacher} gets it like this if you send it now.`}
        </Text>
      </Ask>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper, alignItems: 'center' },
  flaw: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    gap: 12,
    minHeight: TARGET.learner,
    paddingHorizontal: 12,
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  content: { padding: 18, gap: 14, maxWidth: 640 },
  head: { flexDirection: 'row', alignItems: 'center', marginLeft: -10 },
  back: { width: 44, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  part: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 14,
    paddingVertical: 12,
    borderBottomWidth: 2,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, maxWidth: 160 },
  picture: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  words: { flex: 1, gap: 2 },
  felts: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
  felt: { minWidth: 92, padding: 8, alignItems: 'center', gap: 4 },
  foot: { width: '100%', maxWidth: 640, padding: 18, paddingTop: 8, gap: 10 },
  written: { fontFamily: faces.reading, fontSize: 15, lineHeight: 21 },
  hint: { color: colours.soft, textAlign: 'center' },
});
