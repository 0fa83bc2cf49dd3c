import { LIMITS } from '@lippet/core/contract/limits';
import type { RubricRow } from '@lippet/core/review/rubric';
import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import type { PartView } from '@lippet/core/parts/part';
import type { Marking } from '@lippet/core/review/rubric';
import type { TakeSort } from '@lippet/core/recording/take';
import { isToDo } from '@lippet/core/schedule/nowList';
import type { Outcome } from '@lippet/core/piece/pieceState';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import type { SendCheck } from '@lippet/core/piece/sendChecks';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { FeltSign } from '../../ui/FeltSign';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Stamp } from '../../ui/Stamp';
import { colours, OUTLINE } from '../../ui/theme';
import type * as Y from 'yjs';
import { AgainDates } from './AgainDates';
import { AnswerTold } from '../../marking/AnswerTold';
import { Aside } from './Aside';
import { ChecksList } from './ChecksList';
import { KeptNotes } from './KeptNotes';
import { ReviewTalk } from './ReviewTalk';
import { RubricMarks } from '../../marking/RubricMarks';
import { TimeSpent } from './TimeSpent';
import type { NewDates, ReviewDraft } from './useReview';

interface Props {
  parts: readonly PartView[];
  /** The go in hand; null until it is here. */
  doc: Y.Doc | null;
  reviewId: string | null;
  /** Names of others who have this review open. */
  here: readonly string[];
  clash: { words: string; mine: ReviewDraft } | null;
  onMine: () => void;
  dates: NewDates;
  onDates: (dates: NewDates) => void;
  onCheck: (check: SendCheck) => void;
  onRecord: (sort: TakeSort) => void;
  activityId: string;
  piece: QueuedPiece;
  /** Whether there is a go that waits for an answer. */
  open: boolean;
  draft: ReviewDraft;
  rubric: readonly RubricRow[];
  marking: Marking;
  zone: string;
  kept: boolean;
  busy: boolean;
  onSay: (change: Partial<ReviewDraft>) => void;
  /** Reminds the learner to send it. */
  onRemind: () => void;
  /** Decides without telling yet. */
  onHold: (outcome: Outcome) => void;
}

/** Whose piece it is, the word that came with it, and the note back. */
export function AnswerPanel(props: Props) {
  const {
    activityId,
    piece,
    parts,
    doc,
    reviewId,
    here,
    open,
    draft,
    rubric,
    marking,
    zone,
    kept,
    clash,
    busy,
    dates,
    onSay,
    onMine,
    onDates,
    onCheck,
    onRecord,
    onRemind,
    onHold,
  } = props;
  const first = piece.name.split(' ')[0]!;
  const { note, levels, own, aside, told } = draft;
  const { go, status, remindedAt, held } = piece;
  const marks = (
    <RubricMarks
      key={go?.id}
      rubric={rubric}
      marking={marking}
      levels={levels}
      own={own}
      onChange={open ? onSay : null}
    />
  );
  return (
    <View style={styles.panel}>
      <View style={styles.row}>
        <Stamp state={piece.status.state} size={40} />
        <View style={styles.words}>
          <Text variant="headlineMedium" role="heading" aria-level={2}>
            {piece.name}
          </Text>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {piece.go
              ? `${STATE_WORDS[piece.status.state]} · go ${piece.go.number}${piece.status.late ? ' · sent late' : ''}` +
                (piece.firstSentAt !== null ? ` · first sent ${whenWords(piece.firstSentAt, Date.now(), zone)}` : '')
              : 'Not sent yet'}
          </Text>
        </View>
      </View>
      {go?.felt && <FeltSign felt={go.felt} name={first} />}
      {go?.word && (
        <View style={styles.word}>
          <Text variant="bodyLarge">{`“${go.word}”`}</Text>
        </View>
      )}
      {go?.voice && <VoiceButton voice={go.voice} label={`what ${first} says with it`} />}
      {doc && go && <TimeSpent doc={doc} parts={parts} />}
      {open && <ChecksList checks={piece.checks} onGo={onCheck} />}
      {open && here.length > 0 && (
        <Text
          variant="labelMedium"
          role="status"
          testID="also-here"
          style={styles.here}
        >{`${here.join(' and ')} ${here.length > 1 ? 'are' : 'is'} here too`}</Text>
      )}
      {open && marks}
      {open ? (
        <>
          <Field
            label={`Note to ${first}`}
            value={note}
            onChangeText={(text) => onSay({ note: text })}
            multiline
            maxLength={LIMITS.note}
          />
          <KeptNotes
            name={first}
            activityId={activityId}
            note={note}
            onUse={(text) => onSay({ note: note.trim() ? `${note.trimEnd()} ${text}` : text })}
          />
          <Text variant="bodySmall" style={{ color: colours.soft }} role="status">
            {kept ? `Kept. ${first} sees nothing of it yet.` : 'Keeping …'}
          </Text>
          {clash && (
            <View style={styles.clash}>
              <Notice>{clash.words}</Notice>
              {clash.mine.note !== '' && <Text variant="bodyMedium">{`You wrote: “${clash.mine.note}”`}</Text>}
              <Button icon="undo" onPress={onMine} style={styles.start}>
                Put mine in its place
              </Button>
            </View>
          )}
          <View style={styles.ways}>
            <AnswerTold told={told} name={first} onRecord={onRecord} onDrop={() => onSay({ told: null })} />
            <Aside key={go?.id} words={aside} onChange={(words) => onSay({ aside: words })} />
            <AgainDates key={`dates ${go?.id}`} name={first} zone={zone} dates={dates} onChange={onDates} />
          </View>
          {!held && (
            <View style={styles.later}>
              <Text variant="bodySmall">Or decide now, and tell it later with the others:</Text>
              <View style={styles.laterRow}>
                <Button disabled={busy} label="Hold: another go" onPress={() => onHold('again')}>
                  Another go
                </Button>
                <Button disabled={busy} label="Hold: finished" onPress={() => onHold('finished')}>
                  Finished
                </Button>
              </View>
            </View>
          )}
        </>
      ) : (
        <>
          {go && Object.keys(levels).length > 0 && marks}
          {go && <AnswerTold told={told} name={first} onRecord={null} onDrop={() => undefined} />}
          {note ? (
            <View style={styles.word}>
              <Text variant="bodyLarge">{note}</Text>
            </View>
          ) : null}
          <Text variant="bodyMedium" style={{ color: colours.soft }}>
            {piece.go
              ? `You answered this go. It stays as it is.`
              : `${first} has not sent this yet. What you see is the draft.`}
          </Text>
          <Aside words={aside} onChange={null} />
          {doc && reviewId && status.state !== 'with-teacher' && go && (
            <ReviewTalk key={reviewId} reviewId={reviewId} doc={doc} parts={parts} name={first} />
          )}
          {isToDo(status) && (
            <View style={styles.row}>
              <Button icon="bell" label={`Remind ${first}`} onPress={onRemind}>{`Remind ${first}`}</Button>
              {remindedAt !== null && (
                <Text
                  variant="bodySmall"
                  style={styles.words}
                >{`Reminded ${whenWords(remindedAt, Date.now(), zone)}`}</Text>
              )}
            </View>
          )}
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { padding: 16, gap: 12 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  words: { flex: 1 },
  here: { padding: 8, backgroundColor: colours.ochre, borderWidth: OUTLINE, borderColor: colours.ink },
  clash: { gap: 8, padding: 10, backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  start: { alignSelf: 'flex-start' },
  word: { backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12 },
  later: { gap: 8, paddingTop: 6, borderTopWidth: OUTLINE, borderStyle: 'dashed', borderColor: colours.line },
  laterRow: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
