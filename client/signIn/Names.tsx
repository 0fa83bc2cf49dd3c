import type { DeviceGroup, Tappable } from '@lippet/core/contract/signIn';
import { WHO_ARE_YOU } from '@lippet/core/contract/signInWords';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign, HearTrouble } from '../readAloud/HearSign';
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
      <View style={styles.head}>
        <Text variant="displayMedium" role="heading" aria-level={1} style={styles.asked}>
          {WHO_ARE_YOU}
        </Text>
        <HearSign text={WHO_ARE_YOU} label="what to do" />
      </View>
      <HearTrouble text={WHO_ARE_YOU} />
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
              <Text variant="titleMedium">{person.name}</Text>
            </Press>
            <View style={styles.hear}>
              <HearSign text={person.name} label={person.name} />
            </View>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 20 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  asked: { flex: 1 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  cell: { flexBasis: '46%', flexGrow: 1 },
  // The sign to hear it lies in its corner, beside the button and not in it.
  name: { alignItems: 'flex-start', gap: 6, padding: 8 },
  hear: { position: 'absolute', top: 2, right: 6 },
});
