import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useClasses } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { MakeGroup } from '../../teacher/groups/MakeGroup';
import { countWords } from '../../teacher/countWords';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { PersonHead } from '../../ui/PersonHead';
import { Say } from '../../ui/Say';
import { Scrap } from '../../ui/Scrap';
import { Screen } from '../../ui/Screen';
import { colours } from '../../ui/theme';

/** The teacher's groups: the code for a new device, and how each learner stands. */
export default function ClassPlace() {
  const { data, error, refetch } = useClasses();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen>
          <PersonHead me={me} title="Class" below={me.groups.map(({ name }) => name).join(', ')} />
          <MakeGroup />
          {error && <Say again={() => void refetch()}>{error.message}</Say>}
          {data?.map((group) => (
            <View key={group.id} style={styles.group}>
              <Scrap fill={colours.mist} style={styles.code}>
                <View style={styles.words}>
                  <Text variant="headlineSmall" role="heading" aria-level={2}>
                    {group.name}
                  </Text>
                  <Text variant="bodySmall">A new device asks for this code once.</Text>
                </View>
                <Text variant="displaySmall" selectable>
                  {group.code}
                </Text>
              </Scrap>
              <View style={styles.keep}>
                <Button icon="group" label={`Notices and questions of ${group.name}`} to={`/classroom/${group.id}`}>
                  Notices
                </Button>
                <Button icon="people" label={`Learners and keys of ${group.name}`} to={`/group/${group.id}`}>
                  Learners and keys
                </Button>
              </View>
              {group.learners.map((learner) => (
                <View key={learner.id} style={styles.learner}>
                  <Badge name={learner.name} colour={learner.badge} size={38} />
                  <View style={styles.words}>
                    <Text variant="titleSmall">{learner.name}</Text>
                    <Text variant="bodySmall" style={{ color: colours.soft }}>
                      {countWords(learner.counts, ['new']) || 'nothing begun'}
                    </Text>
                  </View>
                </View>
              ))}
            </View>
          ))}
        </Screen>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  keep: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, marginBottom: 6 },
  code: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 16, paddingRight: 28, marginBottom: 8 },
  words: { flex: 1, gap: 2 },
  learner: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingVertical: 9,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.line,
  },
});
