import { lazy, Suspense, useState } from 'react';
import { useToReview, useWaiting } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { ActivityRows } from '../../teacher/ActivityRows';
import { WaitingPieces } from '../../teacher/waiting/WaitingPieces';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Screen } from '../../ui/Screen';
import { useWide } from '../../ui/useWide';
import { late } from '../../late';

/** The work itself comes with the canvas: late. */
const WaitingDesk = lazy(() => late().then((sheets) => ({ default: sheets.WaitingDesk })));

const VIEWS = [
  { value: 'activities', word: 'By activity' },
  { value: 'oldest', word: 'Oldest first' },
  { value: 'due', word: 'Due first' },
] as const;
const NEVER = Number.MAX_SAFE_INTEGER;

/** What waits for the teacher: by activity, or every piece by itself. */
export default function ToReview() {
  const { data, error, refetch } = useToReview();
  const [asked, setAsked] = useState<(typeof VIEWS)[number]['value'] | null>(null);
  const wide = useWide();
  // Where there is room for the piece beside the list, pieces come first.
  const view = asked ?? (wide ? 'oldest' : 'activities');
  const { data: pieces = [] } = useWaiting(view !== 'activities');
  const waiting = data?.reduce((sum, { counts }) => sum + counts['with-teacher'], 0) ?? 0;
  const ordered =
    view === 'due'
      ? [...pieces].sort((a, b) => (a.due ?? NEVER) - (b.due ?? NEVER) || a.go.sentAt - b.go.sentAt)
      : pieces;
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen wide={wide}>
          <PersonHead
            me={me}
            title="To review"
            below={
              data &&
              (waiting === 0
                ? 'nothing waits for you'
                : `${waiting} ${waiting === 1 ? 'piece waits' : 'pieces wait'} for you`)
            }
          />
          {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
          {data?.length === 0 && <Notice calm>None of your groups has an activity yet.</Notice>}
          {waiting > 0 && <Pick label="In what order" options={VIEWS} chosen={view} onChoose={setAsked} />}
          {view !== 'activities' && !wide && <WaitingPieces pieces={ordered} zone={me.school.zone} />}
          {view !== 'activities' && wide && (
            <Suspense fallback={<Opening />}>
              <WaitingDesk pieces={ordered} zone={me.school.zone} />
            </Suspense>
          )}
          {view === 'activities' && (
            <ActivityRows
              title="Waiting for you"
              activities={data?.filter(({ oldestWaiting }) => oldestWaiting !== null) ?? []}
              zone={me.school.zone}
            />
          )}
          {(view === 'activities' || waiting === 0) && (
            <ActivityRows
              title="Nothing waiting"
              activities={data?.filter(({ oldestWaiting }) => oldestWaiting === null) ?? []}
              zone={me.school.zone}
            />
          )}
        </Screen>
      )}
    </SignedIn>
  );
}
