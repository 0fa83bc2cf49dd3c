import type { MessageView, ThreadView } from '@lippet/core/contract/ask';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useState, type ReactNode } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../hear/Hear';
import { VoiceButton } from '../recording/VoiceButton';
import { Ask } from '../ui/Ask';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, faces, OUTLINE, TARGET } from '../ui/theme';
import { ReaderShape } from './ReaderSign';
import type { Asks } from './useAsks';

interface Props {
  thread: ThreadView;
  zone: string;
  /** Where one was led to. */
  here: boolean;
  /** What a teacher can do with it; null for learners. */
  lead: Asks | null;
  children?: ReactNode;
}

/** A question with what was said to it. */
export function ThreadCard({ thread, zone, here, lead, children }: Props) {
  const [removing, setRemoving] = useState<MessageView | null>(null);
  const [why, setWhy] = useState('');
  const { id, audience, part, shared, closed, asker, messages } = thread;
  const readers = audience === 'class' ? 'The class reads this' : shared ? 'Shared with the class, without a name' : lead ? 'Only teachers and the asker' : 'Only your teacher and you';
  const now = Date.now();
  return (
    <View id={`thread-${id}`} role="article" aria-label={`${asker ? `${asker.name} asks` : 'A question'}${part ? ` about ${part.title}` : ''}`} style={[styles.card, here && styles.here]}>
      <View style={[styles.head, audience === 'class' && styles.everybody]}>
        <ReaderShape audience={audience === 'class' || shared ? 'class' : 'teacher'} size={24} />
        <Text variant="labelSmall" style={styles.grow}>{[readers, part && `about “${part.title}”`, closed && 'closed'].filter(Boolean).join(' · ')}</Text>
      </View>
      <View style={styles.messages}>
        {messages.map((message) => {
          const { author, words, media, removed, at } = message;
          const name = author ? (author.me ? 'You' : author.name) : 'Somebody in the class';
          return (
            <View key={message.id} style={[styles.message, author?.teacher && styles.teacher]}>
              <Badge name={author?.name ?? '?'} colour={author?.badge ?? colours.line} size={32} />
              <View style={styles.grow}>
                <Text variant="labelSmall">{`${name}, ${whenWords(at, now, zone)}`}</Text>
                {removed !== null ? <Text variant="bodySmall" style={styles.gone}>{`Taken away: ${removed}`}</Text> : words !== '' && <Text style={styles.words}>{words}</Text>}
                {removed === null && words !== '' && !lead && <Hear text={words} label={`the words of ${name}`} small />}
                {media?.kind === 'picture' && <Image source={{ uri: `/api/media/${media.id}` }} style={styles.picture} resizeMode="contain" alt={`A picture from ${name}`} />}
                {media && media.kind !== 'picture' && <VoiceButton voice={media.id} label={`what ${name} said`} />}
              </View>
              {lead && removed === null && <Press flat aria-label={`Take away what ${name} said`} onPress={() => setRemoving(message)} style={styles.bin}><LineIcon name="bin" size={18} /></Press>}
            </View>
          );
        })}
        {lead && (
          <View style={styles.row}>
            {audience === 'teacher' && <Button kind={shared ? 'chosen' : 'plain'} icon="people" onPress={() => void lead.share(id, !shared)}>{shared ? 'Shared. Hide it again' : 'Share it without the name'}</Button>}
            <Button onPress={() => void lead.close(id, !closed)}>{closed ? 'Open it again' : 'Close it'}</Button>
          </View>
        )}
        {children}
      </View>
      {lead && (
        <Ask
          visible={removing !== null} title="Take this message away?" onClose={() => setRemoving(null)}
          answers={<><Button onPress={() => setRemoving(null)}>Leave it</Button><Button kind="main" disabled={why.trim() === ''} onPress={() => void lead.takeAway(removing!.id, why).then((gone) => { if (gone) { setRemoving(null); setWhy(''); } })}>Take it away</Button></>}
        >
          <Text variant="bodyMedium">Who wrote it sees that it was taken away, and why.</Text>
          <Field label="Why" value={why} onChangeText={setWhy} />
        </Ask>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  here: { borderWidth: OUTLINE * 2 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingHorizontal: 10, paddingVertical: 4, backgroundColor: colours.mist, borderBottomWidth: OUTLINE, borderColor: colours.ink },
  everybody: { backgroundColor: colours.blush },
  messages: { padding: 12, gap: 12 },
  message: { flexDirection: 'row', gap: 10, alignItems: 'flex-start' },
  teacher: { backgroundColor: colours.mist, padding: 8, marginHorizontal: -4 },
  grow: { flex: 1, gap: 4 },
  words: { fontFamily: faces.reading, fontSize: 17, lineHeight: 25 },
  gone: { fontStyle: 'italic', color: colours.soft },
  picture: { width: '100%', height: 180, backgroundColor: colours.paper },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center', borderColor: 'transparent' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
