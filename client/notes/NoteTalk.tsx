import { LIMITS } from '@lippet/core/contract/limits';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useUnsentWords } from '../stores/unsent';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Say } from '../ui/Say';
import { colours, OUTLINE } from '../ui/theme';
import type { useNoteReplies } from './useNoteReplies';

interface Props {
  /** Id of the note, and who reads what is said under it. */
  note: string;
  reader: string;
  talk: ReturnType<typeof useNoteReplies>;
}

/** What is said under one note, and a box to say something there; who reads it stands above. */
export function NoteTalk({ note, reader, talk: { replies, problem, say } }: Props) {
  const [words, setWords] = useUnsentWords(`note:${note}`);
  const [open, setOpen] = useState(words !== '');
  const [busy, setBusy] = useState(false);
  const id = useRef(crypto.randomUUID());
  const under = replies.filter((reply) => reply.note === note);
  const send = async (): Promise<void> => {
    setBusy(true);
    if (await say(id.current, note, words.trim())) {
      id.current = crypto.randomUUID();
      setWords('');
      setOpen(false);
    }
    setBusy(false);
  };
  return (
    <View style={styles.box}>
      {under.length > 0 && (
        <View role="list" aria-label="Said under this note" style={styles.list}>
          {under.map((reply) => (
            <View key={reply.id} role="listitem" style={styles.reply}>
              <Text variant="labelSmall">{reply.mine ? 'You' : reply.name}</Text>
              <Text variant="bodyLarge">{reply.words}</Text>
            </View>
          ))}
        </View>
      )}
      {open ? (
        <>
          <Field
            label={`Only ${reader} reads this`}
            value={words}
            onChangeText={setWords}
            multiline
            maxLength={LIMITS.word}
            autoFocus
          />
          {problem && <Say>{problem}</Say>}
          <View style={styles.row}>
            <Button onPress={() => setOpen(false)}>Not now</Button>
            <Button kind="main" icon="forward" disabled={busy || words.trim() === ''} onPress={() => void send()}>
              Say it
            </Button>
          </View>
        </>
      ) : (
        <Button icon="words" onPress={() => setOpen(true)} style={styles.start}>
          Answer this note
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  list: { gap: 8 },
  reply: { paddingLeft: 10, borderLeftWidth: OUTLINE * 2, borderColor: colours.sea, gap: 2 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  start: { alignSelf: 'flex-start' },
});
