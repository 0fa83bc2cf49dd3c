import type { ClassroomView, NoticeView } from '@lippet/core/contract/class';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReaderSign } from '../threads/ReaderSign';
import { Message } from '../threads/Message';
import { MessageComposer } from '../threads/MessageComposer';
import { TakeAway } from '../threads/TakeAway';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import type { Classroom } from './useClassroom';
import { useWorkOffer } from './WorkOffer';

interface Props {
  notice: ClassroomView['notices'][number];
  room: ClassroomView;
  classroom: Classroom;
  me: string;
  zone: string;
}

/** A notice, and what was said to it. */
export function NoticeCard({ notice, room, classroom, me, zone }: Props) {
  const [answering, setAnswering] = useState(false);
  const [removing, setRemoving] = useState<NoticeView | null>(null);
  const offer = useWorkOffer(room.teaches ? null : notice.words);
  const message = (notice: NoticeView) => (
    <Message
      key={notice.id}
      {...notice}
      name={notice.author.id === me ? 'You' : notice.author.name}
      zone={zone}
      heard={!room.teaches}
      onTakeAway={room.teaches ? () => setRemoving(notice) : null}
    />
  );
  return (
    <View role="article" aria-label={`${notice.author.name} tells the class`} style={styles.card}>
      {message(notice)}
      {notice.replies.map(message)}
      {notice.removed === null &&
        (answering ? (
          <View>
            <ReaderSign
              audience="class"
              words={
                `Everybody in ${room.name} reads this: ${room.learners.length} learners and ` +
                `${room.teachers.map(({ name }) => name).join(' and ')}`
              }
            />
            <MessageComposer
              place={`notice:${notice.id}`}
              label="What do you say to it?"
              word="Send it"
              home={`groups/${room.id}`}
              onPicture={offer.ask}
              onSay={async (id, saying) => {
                const taken = await classroom.reply(notice.id, id, saying);
                if (taken) setAnswering(false);
                return taken;
              }}
            />
            {offer.question}
          </View>
        ) : (
          <Pressable
            role="button"
            aria-label="Say something to it"
            onPress={() => setAnswering(true)}
            style={styles.more}
          >
            <LineIcon name="plus" size={18} />
            <Text variant="labelMedium">Say something to it</Text>
          </Pressable>
        ))}
      {removing && (
        <TakeAway onClose={() => setRemoving(null)} onTakeAway={(why) => classroom.takeAway(removing.id, why)} />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, padding: 14, gap: 12 },
  more: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: TARGET.learner, alignSelf: 'flex-start' },
});
