import type { ThreadPlace, Audience, Readers } from '@lippet/core/contract/threads';
import { useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Pick } from '../ui/Pick';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import type { AskedAbout } from './askedAbout';
import { ReaderSign, readerWords } from './ReaderSign';
import { MessageComposer } from './MessageComposer';
import { ThreadCard } from './ThreadCard';
import { useThreads } from './useThreads';

interface Props {
  activityId: string;
  zone: string;
  /** The piece that voices and pictures belong to, while it can be added to. */
  pieceId: string | null;
  /** The part in hand. */
  part: { id: string; title: string };
  /**
   * The place on the sheet that was chosen to ask about, and how one chooses one and goes to one; null where there is
   * no sheet.
   */
  places: {
    chosen: ThreadPlace | null;
    choose: () => void;
    drop: () => void;
    show: (place: ThreadPlace) => void;
  } | null;
  /** The question of the part that is asked about; null for none. */
  about?: AskedAbout | null;
  /** The thread that one was led to. */
  thread: string | null;
  onClose: () => void;
}

/**
 * A learner asks about an activity, beside or over the work; the teacher alone reads it unless it is said otherwise.
 */
export default function ThreadPanel(props: Props) {
  const { activityId, zone, pieceId, part, places, about: attached = null, thread: led, onClose } = props;
  const asking = useThreads(activityId);
  const { data, error, problem } = asking;
  // Chosen anew each time: a question to the class must never be one by habit.
  const [audience, setAudience] = useState<Audience>('teacher');
  const [about, setAbout] = useState<'part' | 'all'>('part');
  const [question, setQuestion] = useState(attached);
  const thread = useRef(crypto.randomUUID());
  const loaded = data !== undefined;
  useEffect(() => {
    if (loaded && led) document.getElementById(`thread-${led}`)?.scrollIntoView({ block: 'center' });
  }, [loaded, led]);
  return (
    <View style={styles.desk} role="complementary" aria-label="Ask">
      <View style={styles.head}>
        <LineIcon name="ask" size={24} />
        <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.grow}>
          Ask
        </Text>
        <Pressable role="button" aria-label="Back to the work" onPress={onClose} style={styles.close}>
          <LineIcon name="close" />
        </Pressable>
      </View>
      <ScrollView contentContainerStyle={styles.content}>
        {error && <Notice again={() => void asking.refetch()}>{error.message}</Notice>}
        {data?.readers && (
          <View>
            <View style={styles.picks}>
              <Pick
                label="Who is to read it"
                headed
                options={[
                  { value: 'teacher', word: 'My teacher' },
                  { value: 'class', word: 'The class' },
                ]}
                chosen={audience}
                onChoose={setAudience}
              />
              {question && (
                <Button
                  icon="close"
                  label={`About the question “${question.words}”: take that away`}
                  onPress={() => setQuestion(null)}
                >
                  {`About: ${question.words}`}
                </Button>
              )}
              {!places?.chosen && !question && (
                <Pick
                  label="What it is about"
                  headed
                  options={[
                    { value: 'part', word: part.title },
                    { value: 'all', word: 'All of it' },
                  ]}
                  chosen={about}
                  onChoose={setAbout}
                />
              )}
              {places &&
                (places.chosen ? (
                  <Button icon="close" label="About a place on the sheet: take that away" onPress={places.drop}>
                    About a place on the sheet
                  </Button>
                ) : (
                  <Button icon="pin" onPress={places.choose}>
                    About a place on the sheet
                  </Button>
                ))}
            </View>
            <ReaderSign audience={audience} words={readerWords(audience, data.readers)} />
            <MessageComposer
              place={`ask:${activityId}`}
              label="Your question"
              word="Ask"
              home={pieceId === null ? null : `pieces/${pieceId}`}
              onSay={async (message, saying) => {
                const asked = await asking.ask(
                  { id: thread.current, message },
                  audience,
                  {
                    part: about === 'part' || places?.chosen || question ? part.id : null,
                    place: places?.chosen ?? null,
                    question: question?.id ?? null,
                  },
                  saying,
                );
                if (asked) {
                  thread.current = crypto.randomUUID();
                  setAudience('teacher');
                  places?.drop();
                  setQuestion(null);
                }
                return asked;
              }}
            />
          </View>
        )}
        {problem && <Notice>{problem}</Notice>}
        {data?.threads.map((thread) => (
          <ThreadCard
            key={thread.id}
            thread={thread}
            zone={zone}
            here={thread.id === led}
            onPlace={places?.show}
            lead={null}
          >
            {thread.mayAnswer && data.readers && (
              <Answer
                thread={thread.id}
                audience={thread.audience}
                readers={data.readers}
                pieceId={pieceId}
                onSay={(message, saying) => asking.answer(thread.id, message, saying)}
              />
            )}
          </ThreadCard>
        ))}
        {data?.threads.length === 0 && (
          <Text variant="bodyMedium" style={{ color: colours.soft }}>
            Nobody has asked anything here yet.
          </Text>
        )}
      </ScrollView>
    </View>
  );
}

/** Saying more in a thread: the box comes when it is asked for, with its readers above it. */
function Answer({
  thread,
  audience,
  readers,
  pieceId,
  onSay,
}: {
  thread: string;
  audience: Audience;
  readers: Readers;
  pieceId: string | null;
  onSay: Parameters<typeof MessageComposer>[0]['onSay'];
}) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Pressable role="button" aria-label="Say more" onPress={() => setOpen(true)} style={styles.more}>
        <LineIcon name="plus" size={18} />
        <Text variant="labelMedium">Say more</Text>
      </Pressable>
    );
  return (
    <View>
      <ReaderSign audience={audience} words={readerWords(audience, readers)} />
      <MessageComposer
        place={`thread:${thread}`}
        label="What do you say?"
        word="Send it"
        home={pieceId === null ? null : `pieces/${pieceId}`}
        onSay={onSay}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.paper },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingLeft: 14,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  grow: { flex: 1 },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  content: { padding: 14, gap: 18 },
  picks: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, paddingBottom: 12 },
  more: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: TARGET.learner, alignSelf: 'flex-start' },
});
