import { lazy, Suspense, useState } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Screen } from '../../ui/Screen';
import { late } from '../../late';

const ClassBoard = lazy(() => late().then((sheets) => ({ default: sheets.ClassBoard })));

/** What the learner's class shares; of several classes, one at a time. */
export default function OurClass() {
  const [chosen, setChosen] = useState<string | null>(null);
  return (
    <SignedIn role="learner">
      {(me) => {
        const group = me.groups.find(({ id }) => id === chosen) ?? me.groups[0];
        return (
          <Screen wide>
            <PersonHead me={me} title="Class" below={group?.name} />
            {me.groups.length > 1 && (
              <Pick
                label="Which class"
                options={me.groups.map(({ id, name }) => ({ value: id, word: name }))}
                chosen={group!.id}
                onChoose={setChosen}
              />
            )}
            {group && (
              <Suspense fallback={<Opening />}>
                <ClassBoard key={group.id} groupId={group.id} me={me} />
              </Suspense>
            )}
          </Screen>
        );
      }}
    </SignedIn>
  );
}
