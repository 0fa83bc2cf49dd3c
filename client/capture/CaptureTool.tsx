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
      <Text variant="labelSmall" style={[styles.word, { color: colour }]}>
        {word}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  // Two of them fit beside the shutter on a screen 360 px wide; a longer word takes a second line.
  tool: { width: 58, minHeight: 60, alignItems: 'center', justifyContent: 'center', gap: 3 },
  word: { textAlign: 'center' },
  on: { backgroundColor: colours.ochre },
});
