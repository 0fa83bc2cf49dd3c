import type { ExampleView } from '@lippet/core/contract/questionHelp';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';

/** A question like it, worked through: a line at a time, so that one can think ahead. */
export function WorkedExample({ example: { words, lines } }: { example: ExampleView }) {
  const [shown, setShown] = useState(1);
  const seen = lines.slice(0, shown);
  return (
    <View role="group" aria-label="An example" style={styles.box}>
      <View style={styles.row}>
        <Text variant="titleMedium" role="heading" aria-level={3} style={styles.words}>
          {words}
        </Text>
        <HearSign text={[words, ...seen].join(' ')} label="the example" />
      </View>
      {seen.map((line, index) => (
        <Text key={index} variant="bodyLarge">{`${index + 1}  ${line}`}</Text>
      ))}
      {shown < lines.length && (
        <Button icon="forward" onPress={() => setShown(shown + 1)} style={styles.way}>
          And then?
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
