import { arrangeNow } from '@lippet/core/schedule/nowList';
import { useState } from 'react';
import { Text } from 'react-native-paper';
import { useNow } from '../../api/queries';
import { subjectsOf } from '../../learner/FindPieces';
import { PieceList } from '../../learner/PieceList';
import { ShelfGrid } from '../../learner/ShelfGrid';
import { SignedIn } from '../../signIn/SignedIn';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';

const ALL = '';

/** What is finished, as pictures, newest first; and what is with the teacher. */
export default function Shelf() {
  const { data, error, refetch } = useNow();
  const [subject, setSubject] = useState(ALL);
  return (
    <SignedIn role="learner">
      {(me) => {
        const { finished, withTeacher } = arrangeNow(data?.cards ?? []);
        const subjects = subjectsOf(finished);
        const shared = { zone: me.school.zone, now: Date.now() };
        return (
          <Screen>
            <PersonHead me={me} title="Shelf" below="Your work, kept" unseen={data?.unseenUpdates} />
            {error && <Say again={() => void refetch()}>{error.message}</Say>}
            {subjects.length > 1 && <Pick label="Subject" options={[{ value: ALL, word: 'All' }, ...subjects.map((value) => ({ value, word: value }))]} chosen={subject} onChoose={setSubject} />}
            {finished.length > 0 && <Text variant="headlineSmall" role="heading" aria-level={2}>Finished</Text>}
            <ShelfGrid cards={finished.filter((card) => subject === ALL || card.subject === subject)} {...shared} />
            <PieceList title="With your teacher" cards={withTeacher} {...shared} />
            {data && finished.length + withTeacher.length === 0 && <Say calm>Finished work will stand here.</Say>}
          </Screen>
        );
      }}
    </SignedIn>
  );
}
