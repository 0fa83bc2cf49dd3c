import type { Me } from '@lippet/core/contract/signIn';
import type { ClassView } from '@lippet/core/contract/classes';
import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useClasses } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { GroupCard } from '../../teacher/classes/GroupCard';
import { LearnerList } from '../../teacher/classes/LearnerList';
import { MakeGroup } from '../../teacher/groups/MakeGroup';
import { Opening } from '../../ui/Opening';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { useWide } from '../../ui/useWide';
import { late } from '../../late';

/** Notices come with their editor: late. */
const ClassBoard = lazy(() => late().then((sheets) => ({ default: sheets.ClassBoard })));

/** On a phone each group below the other: its code, and how each learner stands. */
const Groups = ({ groups }: { groups: readonly ClassView[] }) =>
  groups.map((group) => (
    <View key={group.id} style={styles.group}>
      <GroupCard group={group} notices />
      <LearnerList learners={group.learners} />
    </View>
  ));

/** On a wide screen one group: its learners, and beside them what the class is told and asked. */
function GroupsBeside({ groups, me }: { groups: readonly ClassView[]; me: Me }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const group = groups.find(({ id }) => id === chosen) ?? groups[0];
  if (!group) return null;
  return (
    <>
      {groups.length > 1 && (
        <Pick
          label="Group"
          options={groups.map(({ id, name }) => ({ value: id, word: name }))}
          chosen={group.id}
          onChoose={setChosen}
        />
      )}
      <View style={styles.columns}>
        <View style={styles.column}>
          <GroupCard group={group} notices={false} />
          <LearnerList learners={group.learners} />
        </View>
        <View style={styles.column}>
          <Suspense fallback={<Opening />}>
            <ClassBoard key={group.id} groupId={group.id} me={me} />
          </Suspense>
        </View>
      </View>
    </>
  );
}

/** The teacher's groups: the code for a new device, how each learner stands, and what the class is told. */
export default function ClassPlace() {
  const { data, error, refetch } = useClasses();
  const wide = useWide();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen wide={wide}>
          <PersonHead me={me} title="Class" below={me.groups.map(({ name }) => name).join(', ')} />
          <MakeGroup />
          {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
          {data && (wide ? <GroupsBeside groups={data} me={me} /> : <Groups groups={data} />)}
        </Screen>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  columns: { flexDirection: 'row', gap: 36, alignItems: 'flex-start' },
  column: { flex: 1, gap: 14 },
});
