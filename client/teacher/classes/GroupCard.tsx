import type { ClassView } from '@lippet/core/contract/classes';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Scrap } from '../../ui/Scrap';
import { colours } from '../../ui/theme';

/** A group's name, the code that a new device asks for, and what leads on from it. */
export function GroupCard({ group: { id, name, code }, notices }: { group: ClassView; notices: boolean }) {
  return (
    <View style={styles.group}>
      <Scrap fill={colours.mist} style={styles.card}>
        <View style={styles.words}>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            {name}
          </Text>
          <Text variant="bodySmall">A new device asks for this code once.</Text>
        </View>
        <Text variant="displaySmall" selectable>
          {code}
        </Text>
      </Scrap>
      <View style={styles.ways}>
        {notices && (
          <Button icon="group" label={`Notices and questions of ${name}`} to={`/classroom/${id}`}>
            Notices
          </Button>
        )}
        <Button icon="people" label={`Learners and keys of ${name}`} to={`/group/${id}`}>
          Learners and keys
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 12 },
  card: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14, padding: 16, paddingRight: 28 },
  words: { flex: 1, gap: 2, minWidth: 160 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, marginBottom: 6 },
});
