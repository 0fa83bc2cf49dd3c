import { Pressable, StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { colours } from '../ui/theme';

interface Props {
  icon: LineName;
  word: string;
  /** All of it, for those who can't see the icon. */
  label: string;
  /** Of one that can be on or off. */
  on?: boolean;
  onPress: () => void;
}

/** A tool on the dark ground of the camera and of the booth. */
export function CaptureTool({ icon, word, label, on, onPress }: Props) {
  const colour = on ? colours.ink : colours.scrap;
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-pressed={on}
      onPress={onPress}
      style={[styles.tool, on && styles.on]}
    >
      <LineIcon name={icon} colour={colour} size={26} />
      <Text variant="labelSmall" style={{ color: colour }}>
        {word}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  tool: { minWidth: 60, minHeight: 60, alignItems: 'center', justifyContent: 'center', gap: 3, paddingHorizontal: 4 },
  on: { backgroundColor: colours.ochre },
});
