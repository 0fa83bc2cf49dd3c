import type { DeviceGroup, Tappable } from '@lippet/core/contract/signIn';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Press } from '../ui/Press';

/** The names of the group, to tap. */
export function Names({
  group,
  onChoose,
  onJoin,
}: {
  group: DeviceGroup;
  onChoose: (person: Tappable) => void;
  onJoin: () => void;
}) {
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Who are you?
      </Text>
      {group.joins && (
        <Button kind="main" large icon="plus" onPress={onJoin}>
          I am new here
        </Button>
      )}
      <View style={styles.grid} role="list">
        {group.people.map((person) => (
          <View key={person.id} role="listitem" style={styles.cell}>
            <Press onPress={() => onChoose(person)} style={styles.name} aria-label={person.name}>
              <Badge name={person.name} colour={person.badge} />
              <Text variant="titleMedium" style={styles.word}>
                {person.name}
              </Text>
            </Press>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 20 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  cell: { flexBasis: '46%', flexGrow: 1 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 10, padding: 8, minHeight: 64 },
  word: { flexShrink: 1 },
});
