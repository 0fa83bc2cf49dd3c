import type { ThreadPlace, MessageView, ThreadView } from '@lippet/core/contract/threads';
import { useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';
import { ReaderShape } from './ReaderSign';
import { Message } from './Message';
import { TakeAway } from './TakeAway';
import type { Asking } from './useThreads';

interface Props {
  thread: ThreadView;
  zone: string;
  /** Where one was led to. */
  here: boolean;
  /** Leads to the place on the sheet that it is about; null where that is not at hand. */
  onPlace?: ((place: ThreadPlace) => void) | null;
  /** What a teacher can do with it; null for learners. */
  lead: Asking | null;
  children?: ReactNode;
}

/** Who reads a question. */
function readerWords({ audience, shared }: ThreadView, lead: Asking | null): string {
  if (audience === 'class') return 'The class reads this';
  if (shared) return 'Shared with the class, without a name';
  return lead ? 'Only teachers and the asker' : 'Only your teacher and you';
}

function authorName({ author }: MessageView): string {
  if (!author) return 'Somebody in the class';
  return author.me ? 'You' : author.name;
}

/** A question with what was said to it. */
export function ThreadCard({ thread, zone, here, onPlace = null, lead, children }: Props) {
  const [removing, setRemoving] = useState<MessageView | null>(null);
  const { id, audience, part, place, question, shared, closed, asker, messages } = thread;
  const readers = readerWords(thread, lead);
  return (
    <View
      id={`thread-${id}`}
      role="article"
      aria-label={`${asker ? `${asker.name} asks` : 'A question'}${part ? ` about ${part.title}` : ''}`}
      style={[styles.card, here && styles.here]}
    >
      <View style={[styles.head, audience === 'class' && styles.everybody]}>
        <ReaderShape audience={audience === 'class' || shared ? 'class' : 'teacher'} size={24} />
        <Text variant="labelSmall" style={styles.grow}>
          {[readers, part && `about “${part.title}”`, place && 'at a place on the sheet', closed && 'closed']
            .filter(Boolean)
            .join(' · ')}
        </Text>
      </View>
      <View style={styles.messages}>
        {question && (
          <Text variant="bodyMedium" style={styles.asked}>
            {question.words}
          </Text>
        )}
        {place && (
          <View style={styles.row}>
            <img
              src={`/api/threads/${id}/picture`}
              style={PLACE}
              alt="The page, with a ring around the place that is asked about"
            />
            {onPlace && (
              <Button icon="pin" onPress={() => onPlace(place)}>
                Show the place
              </Button>
            )}
          </View>
        )}
        {messages.map((message) => (
          <Message
            key={message.id}
            {...message}
            name={authorName(message)}
            zone={zone}
            heard={!lead}
            onTakeAway={lead ? () => setRemoving(message) : null}
          />
        ))}
        {lead && (
          <View style={styles.row}>
            {audience === 'teacher' && (
              <Button kind={shared ? 'chosen' : 'plain'} icon="people" onPress={() => void lead.share(id, !shared)}>
                {shared ? 'Shared. Hide it again' : 'Share it without the name'}
              </Button>
            )}
            <Button onPress={() => void lead.close(id, !closed)}>{closed ? 'Open it again' : 'Close it'}</Button>
          </View>
        )}
        {children}
      </View>
      {lead && removing && (
        <TakeAway onClose={() => setRemoving(null)} onTakeAway={(why) => lead.takeAway(removing.id, why)} />
      )}
    </View>
  );
}

const PLACE = {
  width: 150,
  maxHeight: 220,
  objectFit: 'contain',
  background: colours.paper,
  border: `${OUTLINE}px solid ${colours.ink}`,
} as const;

const styles = StyleSheet.create({
  asked: { padding: 8, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  card: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  here: { borderWidth: OUTLINE * 2 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingHorizontal: 10,
    paddingVertical: 4,
    backgroundColor: colours.mist,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  everybody: { backgroundColor: colours.blush },
  messages: { padding: 12, gap: 12 },
  grow: { flex: 1, gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
