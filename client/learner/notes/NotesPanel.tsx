import type { WalkNote } from '@lippet/core/review/noteWalk';
import { setAnswered } from '@lippet/core/review/answeredNotes';
import { timeWords } from '@lippet/core/recording/moments';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Hear } from '../../readAloud/Hear';
import { NoteTalk } from '../../noteReplies/NoteTalk';
import { useNoteReplies } from '../../noteReplies/useNoteReplies';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import type { LastNote, LastReview } from './useLastReview';

interface Props {
  last: LastReview;
  /** The draft, in which notes are ticked off. */
  doc: Y.Doc;
  answered: ReadonlySet<string>;
  editable: boolean;
  /** Whether the marks lie faintly under the sheet. */
  faint: boolean;
  onFaint: (on: boolean) => void;
  onGo: (note: WalkNote) => void;
  onClose: () => void;
}

/** Which note it is, where in a recording it lies, and who wrote it where that was a partner. */
const noteTitle = ({ second, from }: LastNote, number: number): string =>
  [`Note ${number}`, second !== null && `at ${timeWords(second)}`, from !== undefined && `from ${from}`]
    .filter(Boolean)
    .join(', ');

/** The notes of the last review beside the new go: each is heard, found on the sheet, answered, and ticked off. */
export function NotesPanel({
  last: { review, notes, partners },
  doc,
  answered,
  editable,
  faint,
  onFaint,
  onGo,
  onClose,
}: Props) {
  const talk = useNoteReplies(review.id);
  const done = notes.filter(({ id }) => answered.has(id)).length;
  return (
    <ScrollView
      style={styles.panel}
      contentContainerStyle={styles.content}
      role="complementary"
      aria-label="Notes on the last go"
    >
      <View style={styles.head}>
        <Text
          variant="headlineMedium"
          role="heading"
          aria-level={2}
          style={styles.words}
        >{`What ${review.teacher} wrote`}</Text>
        <Press aria-label="Back to the sheet" onPress={onClose} style={styles.close}>
          <LineIcon name="close" size={22} />
        </Press>
      </View>
      {review.note !== '' && <Text variant="bodyLarge">{review.note}</Text>}
      {review.note !== '' && <Hear text={review.note} label="the note" small />}
      {partners.map(({ id, name, note }) =>
        note === '' ? null : (
          <View key={id} style={styles.note} role="group" aria-label={`What ${name} wrote`}>
            <Text variant="labelLarge">{name}</Text>
            <Text variant="bodyLarge">{note}</Text>
            <Hear text={note} label={`what ${name} wrote`} small />
          </View>
        ),
      )}
      <TickBox on={faint} word="Show the marks under my sheet" onChange={onFaint} />
      {notes.length > 0 && (
        <Text variant="labelMedium" role="status">
          {done === notes.length ? 'All notes are ticked off' : `${done} of ${notes.length} ticked off`}
        </Text>
      )}
      {notes.map((note, i) => (
        <View
          key={note.id}
          style={[styles.note, answered.has(note.id) && styles.done]}
          role="group"
          aria-label={`Note ${i + 1}`}
        >
          <Text variant="labelSmall">{noteTitle(note, i + 1)}</Text>
          {note.words !== '' && <Text variant="bodyLarge">{note.words}</Text>}
          <View style={styles.row}>
            {note.words !== '' && <Hear text={note.words} label={`note ${i + 1}`} small />}
            {note.voice && <VoiceButton voice={note.voice} label={`note ${i + 1}`} />}
            {note.page && (
              <Button icon="eye" label={`Show me where note ${i + 1} is`} onPress={() => onGo(note)}>
                Show me
              </Button>
            )}
          </View>
          <TickBox
            on={answered.has(note.id)}
            word="Seen and done"
            name={`Note ${i + 1}: seen and done`}
            disabled={!editable}
            onChange={(on) => setAnswered(doc, note.id, on)}
          />
          {note.from === undefined && <NoteTalk note={note.id} reader={review.teacher} talk={talk} />}
        </View>
      ))}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.mist },
  content: { padding: 16, gap: 14 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  words: { flex: 1 },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  note: { gap: 10, padding: 12, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  done: { backgroundColor: colours.paper },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
});
