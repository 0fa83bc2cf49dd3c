import { Pressable, StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  label: string;
  icon: LineName;
  /** Below the icon, where there is more than one thing that it may do. */
  word?: string;
  disabled?: boolean;
  onPress: () => void;
}

/** The large button that takes the photo, or records. */
export function Shutter({ label, icon, word, disabled, onPress }: Props) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.button, disabled && styles.off, pressed && styles.pressed]}
    >
      <LineIcon name={icon} size={40} colour={colours.scrap} width={2.6} />
      {word && (
        <Text variant="labelSmall" style={styles.word}>
          {word}
        </Text>
      )}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    width: 96,
    height: 88,
    backgroundColor: colours.vermilion,
    borderWidth: OUTLINE + 1,
    borderColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
    marginHorizontal: 6,
    gap: 2,
  },
  word: { color: colours.scrap },
  off: { opacity: 0.5 },
  pressed: { transform: [{ scale: 0.95 }] },
});
