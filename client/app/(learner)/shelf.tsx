import { arrangeNow } from '@lippet/core/schedule/nowList';
import { useNow } from '../../api/queries';
import { PieceList } from '../../learner/PieceList';
import { SignedIn } from '../../signIn/SignedIn';
import { PersonHead } from '../../ui/PersonHead';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';

/** What is finished, and what was answered, kept for good. */
export default function Shelf() {
  const { data, error, refetch } = useNow();
  return (
    <SignedIn role="learner">
      {(me) => {
        const { finished, withTeacher } = arrangeNow(data?.cards ?? []);
        const shared = { zone: me.school.zone, now: Date.now() };
        return (
          <Screen>
            <PersonHead me={me} title="Shelf" below="Your work, kept" unseen={data?.unseenUpdates} />
            {error && <Say again={() => void refetch()}>{error.message}</Say>}
            <PieceList title="Finished" cards={finished} {...shared} />
            <PieceList title="With your teacher" cards={withTeacher} {...shared} />
            {data && finished.length + withTeacher.length === 0 && <Say calm>Finished work will stand here.</Say>}
          </Screen>
        );
      }}
    </SignedIn>
  );
}
