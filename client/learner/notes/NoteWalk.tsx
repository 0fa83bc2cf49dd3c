import { timeWords } from '@lippet/core/recording/moments';
import type { WalkNote } from '@lippet/core/review/noteWalk';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../../readAloud/Hear';
import { NoteTalk } from '../../noteReplies/NoteTalk';
import { useNoteReplies } from '../../noteReplies/useNoteReplies';
import { VoiceButton } from '../../recording/VoiceButton';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  /** `from`: who wrote it, where several did. */
  notes: readonly (WalkNote & { from?: string })[];
  /** Which is shown; -1 before the first. */
  at: number;
  onStep: (index: number) => void;
  /** The review under whose notes one may say something, and who reads it. */
  talk: { reviewId: string; reader: string } | null;
  /** Who wrote them. */
  writer?: string;
}

const countWords = (notes: number): string =>
  notes === 1 ? 'There is 1 note on your work' : `There are ${notes} notes on your work`;

/** The notes on the work, one after another: where each is stuck is shown, what it says can be heard. */
export function NoteWalk({ notes, at, onStep, talk, writer = 'your teacher' }: Props) {
  const replies = useNoteReplies(talk?.reviewId ?? null);
  if (notes.length === 0) return null;
  const note = notes[at];
  return (
    <View style={styles.box} role="group" aria-label="Notes on your work">
      <View style={styles.row}>
        <Press aria-label="The note before" disabled={at <= 0} onPress={() => onStep(at - 1)} style={styles.step}>
          <LineIcon name="back" size={22} />
        </Press>
        <Text variant="titleSmall" role="status" style={styles.count}>
          {note ? `Note ${at + 1} of ${notes.length}` : countWords(notes.length)}
        </Text>
        <Press
          aria-label={at < 0 ? 'The first note' : 'The next note'}
          fill={at < notes.length - 1 ? colours.ochre : colours.scrap}
          disabled={at >= notes.length - 1}
          onPress={() => onStep(at + 1)}
          style={styles.step}
        >
          <LineIcon name="forward" size={22} />
        </Press>
      </View>
      {note && (
        <>
          {note.from !== undefined && <Text variant="labelLarge">{note.from}</Text>}
          {note.second !== null && <Text variant="labelSmall">{`At ${timeWords(note.second)}`}</Text>}
          {note.words !== '' && <Text variant="bodyLarge">{note.words}</Text>}
          {note.words !== '' && <Hear text={note.words} label="this note" small />}
          {note.voice && <VoiceButton voice={note.voice} label={`what ${note.from ?? writer} said`} />}
          {talk && <NoteTalk key={note.id} note={note.id} reader={talk.reader} talk={replies} />}
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 8, padding: 10, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  count: { flex: 1, textAlign: 'center' },
  step: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
});
