import type { PartKind } from '@lippet/core/parts/part';
import { arrangeNow } from '@lippet/core/schedule/nowList';
import { lazy, Suspense, useState } from 'react';
import { useNow } from '../../api/queries';
import { subjectsOf } from '../../learner/FindPieces';
import { PieceList } from '../../learner/PieceList';
import { ShelfGrid } from '../../learner/ShelfGrid';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { Columns } from '../../ui/Columns';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { late } from '../../late';

const Collection = lazy(() => late().then((sheets) => ({ default: sheets.Collection })));
const KindFilter = lazy(() => late().then((sheets) => ({ default: sheets.KindFilter })));

const ALL = '';

/**
 * What is finished, as pictures, newest first, by month; what is with the teacher; and what there is to choose from.
 */
export default function Shelf() {
  const { data, error, refetch } = useNow();
  const [view, setView] = useState<'kept' | 'choose'>('kept');
  const [subject, setSubject] = useState(ALL);
  const [kind, setKind] = useState<PartKind | null>(null);
  return (
    <SignedIn role="learner">
      {(me) => {
        const { finished, withTeacher } = arrangeNow(data?.cards ?? []);
        const subjects = subjectsOf(finished);
        const shared = { zone: me.school.zone, now: Date.now() };
        const shown = finished.filter(
          (card) => (subject === ALL || card.subject === subject) && (kind === null || card.kinds.includes(kind)),
        );
        return (
          <Screen wide>
            <PersonHead
              me={me}
              title="Shelf"
              below={view === 'kept' ? 'Your work, kept' : 'Things to do if you like'}
            />
            {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
            <Pick
              label="On the shelf"
              options={[
                { value: 'kept', word: 'Your work', icon: 'shelf' },
                { value: 'choose', word: 'To choose', icon: 'hand' },
              ]}
              chosen={view}
              onChoose={setView}
            />
            {view === 'choose' ? (
              <Suspense fallback={<Opening />}>
                <Collection />
              </Suspense>
            ) : (
              <>
                {subjects.length > 1 && (
                  <Pick
                    label="Subject"
                    options={[{ value: ALL, word: 'All' }, ...subjects.map((value) => ({ value, word: value }))]}
                    chosen={subject}
                    onChoose={setSubject}
                  />
                )}
                <Suspense fallback={null}>
                  <KindFilter kinds={finished.flatMap((card) => card.kinds)} chosen={kind} onChoose={setKind} />
                </Suspense>
                <Columns
                  ratio={finished.length > 0 ? 2 : 1}
                  first={
                    <>
                      <ShelfGrid cards={shown} {...shared} />
                      {data && finished.length === 0 && <Notice calm>Finished work will stand here.</Notice>}
                      {finished.length > 0 && shown.length === 0 && <Notice calm>Nothing is like that.</Notice>}
                    </>
                  }
                  second={<PieceList title="With your teacher" cards={withTeacher} {...shared} />}
                />
              </>
            )}
          </Screen>
        );
      }}
    </SignedIn>
  );
}
