import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours } from './theme';

/** Shown while a screen's own code or data is on its way. */
export function Opening() {
  return (
    <View style={styles.room} role="status">
      <Text variant="titleMedium" style={{ color: colours.soft }}>
        Opening …
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  room: { flex: 1, alignItems: 'center', justifyContent: 'center', backgroundColor: colours.paper },
});
