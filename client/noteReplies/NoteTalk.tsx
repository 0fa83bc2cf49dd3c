import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { MessageComposer } from '../threads/MessageComposer';
import { VoiceButton } from '../recording/VoiceButton';
import { useUnsentWords } from '../stores/unsent';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import type { useNoteReplies } from './useNoteReplies';

interface Props {
  /** Id of the note, and who reads what is said under it. */
  note: string;
  reader: string;
  talk: ReturnType<typeof useNoteReplies>;
}

/** What is said under one note, and a box to write or speak there; who reads it stands above. */
export function NoteTalk({ note, reader, talk: { replies, home, problem, say } }: Props) {
  const place = `note:${note}`;
  const [words] = useUnsentWords(place);
  const [open, setOpen] = useState(words !== '');
  const under = replies.filter((reply) => reply.note === note);
  return (
    <View style={styles.box}>
      {under.length > 0 && (
        <View role="list" aria-label="Said under this note" style={styles.list}>
          {under.map((reply) => (
            <View key={reply.id} role="listitem" style={styles.reply}>
              <Text variant="labelSmall">{reply.mine ? 'You' : reply.name}</Text>
              {reply.words !== '' && <Text variant="bodyLarge">{reply.words}</Text>}
              {reply.voice && (
                <VoiceButton voice={reply.voice} label={reply.mine ? 'what you said' : `what ${reply.name} said`} />
              )}
            </View>
          ))}
        </View>
      )}
      {open ? (
        <>
          <MessageComposer
            place={place}
            label={`Only ${reader} reads this`}
            word="Send it"
            home={home}
            pictures={false}
            framed={false}
            onSay={async (id, saying) => {
              const done = await say(id, note, saying);
              if (done) setOpen(false);
              return done;
            }}
          />
          {problem && <Notice>{problem}</Notice>}
          <Button onPress={() => setOpen(false)} style={styles.start}>
            Not now
          </Button>
        </>
      ) : (
        <Button icon="voice" onPress={() => setOpen(true)} style={styles.start}>
          Answer this note
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  list: { gap: 8 },
  reply: { paddingLeft: 10, borderLeftWidth: OUTLINE * 2, borderColor: colours.sea, gap: 4 },
  start: { alignSelf: 'flex-start' },
});
