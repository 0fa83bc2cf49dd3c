import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from './Button';
import { colours, OUTLINE } from './theme';

/** A sentence about something that went wrong or has to be known, read out as it appears. */
export function Notice({ children, again, calm = false }: { children: string; again?: () => void; calm?: boolean }) {
  return (
    <View style={[styles.box, calm && styles.calm]} role={calm ? 'status' : 'alert'}>
      <Text variant="bodyMedium" style={styles.words}>
        {children}
      </Text>
      {again && <Button onPress={again}>Try again</Button>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    padding: 14,
    gap: 12,
    alignItems: 'flex-start',
  },
  calm: { backgroundColor: colours.mist },
  words: { color: colours.ink },
});
