import { useQuery, useQueryClient } from '@tanstack/react-query';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useState } from 'react';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { Message } from '../threads/Message';
import { MessageComposer } from '../threads/MessageComposer';
import { BackHead } from '../ui/BackHead';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { Screen } from '../ui/Screen';
import { colours } from '../ui/theme';

/** How often it is asked for again, in milliseconds. */
const ASK_AGAIN = 10_000;

/** What a family and the teachers say to each other of a child. */
export default function FamilyTalkDesk({ cardId, zone }: { cardId: string; zone: string }) {
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const queryKey = keys.familyTalk(cardId);
  const { data, error, refetch } = useQuery({
    queryKey,
    queryFn: () => request('GET /family-cards/:id/messages', { id: cardId }),
    refetchInterval: ASK_AGAIN,
    retry: false,
  });
  if (error && !data)
    return (
      <Screen>
        <BackHead title="Home and school" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!data) return <Opening />;
  const { child, group, readers, messages } = data;
  const say = async (id: string, saying: { words: string; media: string | null }): Promise<boolean> => {
    try {
      client.setQueryData(
        queryKey,
        await request('POST /family-cards/:id/messages', { id: cardId }, { id, ...saying }),
      );
      setTrouble(null);
      return true;
    } catch (failed) {
      setTrouble((failed as Error).message);
      return false;
    }
  };
  return (
    <Screen>
      <BackHead title={`About ${child}`} />
      <View style={styles.who} role="note">
        <LineIcon name="eye" size={20} />
        <Text variant="labelMedium" style={styles.grow}>
          {`Read by ${readers.join(', ')}. ${child} does not see it.`}
        </Text>
      </View>
      {messages.length === 0 && <Notice calm>Nothing has been said yet.</Notice>}
      <View role="list" aria-label="What was said" style={styles.list}>
        {messages.map(({ id, author, mine, words, media, at: time }) => (
          <View key={id} role="listitem">
            <Message
              author={author}
              name={mine ? 'You' : author.name}
              words={words}
              media={media}
              removed={null}
              at={time}
              zone={zone}
              heard
              onTakeAway={null}
            />
          </View>
        ))}
      </View>
      {trouble && <Notice>{trouble}</Notice>}
      <MessageComposer
        place={`home:${cardId}`}
        label={`Write about ${child}`}
        word="Say it"
        home={`groups/${group.id}`}
        pictures={false}
        framed={false}
        onSay={say}
      />
    </Screen>
  );
}

const styles = StyleSheet.create({
  who: { flexDirection: 'row', alignItems: 'center', gap: 10, padding: 10, backgroundColor: colours.mist },
  grow: { flex: 1 },
  list: { gap: 14 },
});
