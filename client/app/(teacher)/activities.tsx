import { askForFiles } from '../../ui/askForFiles';
import { filterActivities, type ActivityFilter } from '@lippet/core/schedule/activityFilter';
import { useRouter } from 'expo-router';
import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useActivities } from '../../api/queries';
import { bringFile, request } from '../../api/request';
import { SignedIn } from '../../signIn/SignedIn';
import { ActivityFilters } from '../../teacher/ActivityFilters';
import { ActivityPlanRow } from '../../teacher/ActivityPlanRow';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { PersonHead } from '../../ui/PersonHead';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { useWide } from '../../ui/useWide';
import { late } from '../../late';

/** Tables are of no use on the first screen. */
const ActivityTable = lazy(() => late().then((sheets) => ({ default: sheets.ActivityTable })));

/** All that a teacher has made: found by words, group, subject and state; made, changed, put away. */
export default function ActivitiesPlace() {
  const { data, error, refetch } = useActivities();
  const wide = useWide();
  const router = useRouter();
  const [filter, setFilter] = useState<ActivityFilter>({ words: '', group: null, subject: null, state: 'current' });
  const [problem, setProblem] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const id = crypto.randomUUID();
    try {
      await request('POST /activities', { id });
      router.push(`/make/${id}`);
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  const bringIn = async (): Promise<void> => {
    const [file] = await askForFiles('.zip,application/zip');
    if (!file) return;
    try {
      router.push(`/make/${(await bringFile('POST /activities/archives', file)).id}`);
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  const shown = filterActivities(data ?? [], filter);
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen wide={wide}>
          <PersonHead me={me} title="Activities" below={data && `${data.length} made by you or set for your groups`} />
          <View style={wide ? styles.beside : styles.below}>
            <Button kind="main" large icon="plus" onPress={() => void make()}>
              Make a new one
            </Button>
            <Button icon="box" onPress={() => void bringIn()} style={styles.start}>
              Bring one in (ZIP)
            </Button>
          </View>
          {problem && <Notice>{problem}</Notice>}
          {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
          {data && data.length > 0 && <ActivityFilters activities={data} filter={filter} onChange={setFilter} />}
          {wide && shown.length > 0 ? (
            <Suspense fallback={<Opening />}>
              <ActivityTable activities={shown} zone={me.school.zone} />
            </Suspense>
          ) : (
            shown.map((activity) => <ActivityPlanRow key={activity.id} activity={activity} zone={me.school.zone} />)
          )}
          {data && shown.length === 0 && (
            <Notice calm>
              {data.length === 0 ? 'Nothing is made yet. The first one takes a few minutes.' : 'None is like that.'}
            </Notice>
          )}
        </Screen>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start' },
  below: { gap: 14 },
  beside: { flexDirection: 'row', alignItems: 'center', gap: 18 },
});
