import { askForFiles } from '../../ui/askForFiles';
import { filterActivities, type ActivityFilter } from '@lippet/core/schedule/activityFilter';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { useActivities, useUpdates } from '../../api/queries';
import { post, postFile } from '../../api/request';
import { SignedIn } from '../../signIn/SignedIn';
import { ActivityFilters } from '../../teacher/ActivityFilters';
import { ActivityPlanRow } from '../../teacher/ActivityPlanRow';
import { Button } from '../../ui/Button';
import { PersonHead } from '../../ui/PersonHead';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';

/** All that a teacher has made: found by words, group, subject and state; made, changed, put away. */
export default function ActivitiesPlace() {
  const { data, error, refetch } = useActivities();
  const updates = useUpdates();
  const router = useRouter();
  const [filter, setFilter] = useState<ActivityFilter>({ words: '', group: null, subject: null, state: 'current' });
  const [problem, setProblem] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const id = crypto.randomUUID();
    try {
      await post('/activities', { id });
      router.push(`/make/${id}`);
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  const bringIn = async (): Promise<void> => {
    const [file] = await askForFiles('.zip,application/zip');
    if (!file) return;
    try {
      router.push(`/make/${(await postFile<{ id: string }>('/activities/archives', file)).id}`);
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  const shown = filterActivities(data ?? [], filter);
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen>
          <PersonHead
            me={me}
            title="Activities"
            unseen={updates.data?.filter(({ seen }) => !seen).length}
            below={data && `${data.length} made by you or set for your groups`}
          />
          <Button kind="main" large icon="plus" onPress={() => void make()}>
            Make a new one
          </Button>
          <Button icon="box" onPress={() => void bringIn()} style={styles.start}>
            Bring one in (ZIP)
          </Button>
          {problem && <Say>{problem}</Say>}
          {error && <Say again={() => void refetch()}>{error.message}</Say>}
          {data && data.length > 0 && <ActivityFilters activities={data} filter={filter} onChange={setFilter} />}
          {shown.map((activity) => (
            <ActivityPlanRow key={activity.id} activity={activity} zone={me.school.zone} />
          ))}
          {data && shown.length === 0 && (
            <Say calm>
              {data.length === 0 ? 'Nothing is made yet. The first one takes a few minutes.' : 'None is like that.'}
            </Say>
          )}
        </Screen>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({ start: { alignSelf: 'flex-start' } });
