import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import type { PartView } from '@lippet/core/parts/part';
import type { PieceView } from '@lippet/core/contract/pieces';
import { type PagePlan } from '@lippet/core/page/document';
import { measureProgress, type PieceProgress } from '@lippet/core/piece/progress';
import { partBegun } from '@lippet/core/piece/completeness';
import { type SendCheck } from '@lippet/core/piece/sendChecks';
import type { PieceFacts } from '@lippet/core/piece/pieceState';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useSpokenNote } from '../../capture/SayNote';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import type { LiveDocument } from '../../page/document/liveDocument';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { colours, TARGET } from '../../ui/theme';
import { useStore } from 'zustand';
import { partUi } from '../../parts/registry';
import { PartNotAsked, PartToSend } from './PartToSend';
import { Receipt } from './Receipt';
import { FlawsQuestion, SpeakingQuestion } from './SendQuestions';
import { SendFlaws } from './SendFlaws';
import { useSendChecks } from './useSendChecks';
import { useSaidWithGo } from './useSaidWithGo';
import { useSend } from './useSend';
import { WordWithIt } from './WordWithIt';
import { RefusedList } from '../../outbox/RefusedList';

/** What is asked before it goes. */
type Question = 'flaws' | 'speaking';

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

/** Who else sees it, said before it goes. */
const partnersSeeIt = ({ reviews, named }: NonNullable<PieceView['partners']>): string =>
  `${reviews === 1 ? 'A partner looks' : `${reviews} partners look`} at it, too, and ${
    named ? 'sees that it is yours' : 'are not told whose it is'
  }. You look at the work of ${reviews === 1 ? 'one' : reviews} as well.`;

/** "Ready to send?": every part as it will arrive, what is missing, to whom it goes. */
export function SendStep({ piece, live, zone, pages, onBack, onLeave, onPart, onPage, onNotes }: Props) {
  const { sending, send, stop } = useSend(piece, live);
  const saying = useSaidWithGo(piece);
  const [asking, setAsking] = useState<Question | null>(null);
  // Measured from, and drawn from, the very document that will be frozen.
  const progress = useMemo(() => measureProgress(live.doc), [live]);
  const { teacher, title } = piece.card;
  const home = `pieces/${piece.id}` as const;
  const outbox = useStore(mediaOutbox.state);
  const way = onTheirWay(outbox, home);
  const checks = useSendChecks(piece, live.doc);
  const note = useSpokenNote(home);
  const speaking = useStore(note.state, ({ step }) => step !== 'silent');
  const needed = checks.filter((check) => check.needed);
  const others = checks.filter((check) => !check.needed);
  // What a part lacks stands with it; the rest has a line of its own.
  const flaws = checks.filter(({ kind, needed: must }) => !(must && kind === 'part'));
  const goThere = ({ kind, part, page }: SendCheck): void => {
    if (kind === 'note') onNotes();
    else if (page) onPage(page);
    else onPart(part);
  };
  const first = needed[0] && piece.parts.find(({ id }) => id === needed[0]!.part);

  if (sending.step === 'sent')
    return <Receipt go={sending.go} title={title} teacher={teacher} zone={zone} partners={piece.partners !== null} />;
  const busy = sending.step === 'sending' || sending.step === 'waiting';
  const sendNow = (voice = saying.voice): void => {
    setAsking(null);
    void send({ word: saying.word, felt: saying.felt, voice });
  };
  const wantToSend = (): void => {
    if (speaking) setAsking('speaking');
    else if (checks.length > 0) setAsking('flaws');
    else sendNow();
  };
  /** What is being said goes along; where nothing of it could be kept, one stays here and reads why. */
  const endNoteAndSend = async (): Promise<void> => {
    setAsking(null);
    const voice = await note.end();
    if (!voice) return;
    if (checks.length > 0) setAsking('flaws');
    else sendNow(voice);
  };

  return (
    <View style={styles.screen} role="main">
      <ScrollView style={styles.scroll} contentContainerStyle={styles.content}>
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
        {piece.partners && <Text variant="bodyMedium">{partnersSeeIt(piece.partners)}</Text>}
        {piece.parts
          .filter((part) => !part.removed && !isUnchosen(part, piece.choices, progress))
          .map((part) => (
            <PartToSend
              key={part.id}
              part={part}
              doc={live.doc}
              pages={pages.filter((page) => page.part === part.id)}
              progress={progress}
              disabled={busy}
              onGo={() => onPart(part.id)}
            />
          ))}
        {piece.parts
          .filter(({ id, removed }) => removed && partBegun(progress, id))
          .map((part) => (
            <PartNotAsked key={part.id} part={part} teacher={teacher} />
          ))}
        <SendFlaws checks={flaws} disabled={busy} onGo={goThere} />
        <RefusedList home={home} />
        {way && <Notice calm>{`There is still ${wayWords(way)}. It all goes as soon as that is there.`}</Notice>}
        <WordWithIt saying={saying} note={note} teacher={teacher} locked={busy} />
        {sending.step === 'refused' && <Notice>{sending.why}</Notice>}
        {sending.step === 'waiting' && <Notice calm>{sending.why}</Notice>}
      </ScrollView>
      <View style={styles.foot}>
        <Text variant="bodySmall" style={styles.hint}>
          {takeBackWords(piece.card.facts, teacher, zone)}
        </Text>
        {busy ? (
          <Button large onPress={stop} icon="wait">
            {sending.step === 'waiting' ? 'Stop sending' : 'Sending …'}
          </Button>
        ) : (
          <Button kind="main" large icon="boat" onPress={wantToSend}>{`Send to ${teacher}`}</Button>
        )}
      </View>
      {asking === 'speaking' && (
        <SpeakingQuestion onGoOn={() => setAsking(null)} onSend={() => void endNoteAndSend()} />
      )}
      {asking === 'flaws' && (
        <FlawsQuestion
          checks={needed.length > 0 ? needed : others}
          teacher={teacher}
          makeWord={first && needed[0]!.kind === 'part' ? `${partUi(first.kind).verb} ${first.title}` : 'Go there'}
          onClose={() => setAsking(null)}
          onLook={() => goThere((needed[0] ?? others[0])!)}
          onSend={() => sendNow()}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper, alignItems: 'center' },
  // Never wider than the screen, however large the words in it are.
  scroll: { width: '100%', maxWidth: 640 },
  content: { padding: 18, gap: 14 },
  head: { flexDirection: 'row', alignItems: 'center', marginLeft: -10 },
  back: { width: 44, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  foot: { width: '100%', maxWidth: 640, padding: 18, paddingTop: 8, gap: 10 },
  hint: { color: colours.soft, textAlign: 'center' },
});
