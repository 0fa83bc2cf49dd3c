import type { Face } from '@lippet/core/contract/class';
import type { Me } from '@lippet/core/contract/signIn';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { mediaOutbox } from '../api/mediaOutbox';
import { request } from '../api/request';
import { Badge } from '../ui/Badge';
import { Columns } from '../ui/Columns';
import { Notice } from '../ui/Notice';
import { CrewCard } from './CrewCard';
import { DayQuestion } from './DayQuestion';
import { LeadClass } from './LeadClass';
import { LiveCard } from './LiveCard';
import { NoticeCard } from './NoticeCard';
import { WallList } from '../wall/WallList';
import { useClassroom } from './useClassroom';

/** What a class shares: the lesson by link, the question of the day, notices, and who is in it. */
export default function ClassBoard({ groupId, me }: { groupId: string; me: Me }) {
  const classroom = useClassroom(groupId);
  const { data: room, error, problem } = classroom;
  const { data: crews } = useQuery({
    queryKey: ['crews'],
    queryFn: () => request('GET /crews'),
    enabled: me.role === 'learner',
  });
  const { zone } = me.school;
  useEffect(() => void mediaOutbox.start(), []);
  if (error && !room) return <Notice again={() => void classroom.refetch()}>{error.message}</Notice>;
  if (!room) return null;
  return (
    <View style={styles.board}>
      {problem && <Notice>{problem}</Notice>}
      <Columns
        first={
          <>
            {crews?.map((crew) => (
              <CrewCard key={crew.id} crew={crew} zone={zone} />
            ))}
            {room.live && <LiveCard live={room.live} zone={zone} />}
            {room.teaches ? (
              <LeadClass room={room} classroom={classroom} zone={zone} />
            ) : (
              room.question && (
                <DayQuestion
                  key={`${room.question.id} ${JSON.stringify(room.question.mine)}`}
                  question={room.question}
                  room={room}
                  classroom={classroom}
                />
              )
            )}
            <WallList groupId={groupId} />
            <Text variant="headlineSmall" role="heading" aria-level={2}>
              Notices
            </Text>
            {room.notices.length === 0 && <Text variant="bodyMedium">Nothing has been told yet.</Text>}
            {room.notices.map((notice) => (
              <NoticeCard key={notice.id} notice={notice} room={room} classroom={classroom} me={me.id} zone={zone} />
            ))}
          </>
        }
        second={
          <>
            <Text variant="headlineSmall" role="heading" aria-level={2}>
              Who is here
            </Text>
            <View style={styles.faces} role="list" aria-label="Who is here">
              {room.teachers.map((face) => (
                <Somebody key={face.id} face={face} below="Teacher" />
              ))}
              {room.learners.map((face) => (
                <Somebody key={face.id} face={face} below={face.id === me.id ? 'You' : undefined} />
              ))}
            </View>
          </>
        }
        ratio={2}
      />
    </View>
  );
}

function Somebody({ face: { name, badge }, below }: { face: Face; below?: string }) {
  return (
    <View role="listitem" style={styles.face}>
      <Badge name={name} colour={badge} size={40} />
      <View style={styles.words}>
        <Text variant="labelMedium">{name}</Text>
        {below && <Text variant="bodySmall">{below}</Text>}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  board: { gap: 16 },
  faces: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  face: { flexDirection: 'row', alignItems: 'center', gap: 10, flexBasis: 150, flexGrow: 1, maxWidth: 260 },
  words: { flexShrink: 1 },
});
