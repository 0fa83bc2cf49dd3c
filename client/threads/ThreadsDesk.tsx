import { useEffect } from 'react';
import { View } from 'react-native';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
import { Notice } from '../ui/Notice';
import { Screen } from '../ui/Screen';
import { answerReaders, ReaderSign } from './ReaderSign';
import { MessageComposer } from './MessageComposer';
import { ThreadCard } from './ThreadCard';
import { useThreads } from './useThreads';

/** A teacher answers what was asked about an activity. */
export default function ThreadsDesk({
  activityId,
  thread: led,
  zone,
}: {
  activityId: string;
  thread: string | null;
  zone: string;
}) {
  const asking = useThreads(activityId);
  const { data, error, problem } = asking;
  const loaded = data !== undefined;
  useEffect(() => {
    if (loaded && led) document.getElementById(`thread-${led}`)?.scrollIntoView({ block: 'center' });
  }, [loaded, led]);
  if (!data && !error) return <Opening />;
  return (
    <Screen>
      <BackHead title={data ? `Questions: ${data.title}` : 'Questions'} home="/to-review" />
      {error && <Notice again={() => void asking.refetch()}>{error.message}</Notice>}
      {problem && <Notice>{problem}</Notice>}
      {data?.threads.length === 0 && <Notice calm>Nobody has asked anything about this.</Notice>}
      {data?.threads.map((thread) => (
        <ThreadCard key={thread.id} thread={thread} zone={zone} here={thread.id === led} lead={asking}>
          <View>
            {thread.asker && (
              <Button
                icon="review"
                label={`Look at the work of ${thread.asker.name}`}
                to={`/review/${activityId}?person=${thread.asker.id}`}
              >{`The work of ${thread.asker.name}`}</Button>
            )}
          </View>
          <View>
            <ReaderSign
              audience={thread.audience === 'class' || thread.shared ? 'class' : 'teacher'}
              words={answerReaders(thread)}
            />
            <MessageComposer
              place={`thread:${thread.id}`}
              label={`Answer ${thread.asker?.name ?? ''}`.trim()}
              word="Answer"
              home={`groups/${thread.group}`}
              onSay={(message, saying) => asking.answer(thread.id, message, saying)}
            />
          </View>
        </ThreadCard>
      ))}
    </Screen>
  );
}
