import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  icon: LineName;
  /** What it is, as "Hint 1". */
  title: string;
  words: string;
}

/** Something that is said to a learner about a question: read, and heard. */
export function Told({ icon, title, words }: Props) {
  return (
    <View style={styles.box}>
      <LineIcon name={icon} size={24} />
      <View style={styles.words}>
        <Text variant="labelMedium">{title}</Text>
        <Text variant="bodyLarge">{words}</Text>
      </View>
      <HearSign text={words} label={title} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 10,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flex: 1, gap: 2 },
});
