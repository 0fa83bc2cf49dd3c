import { StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from './LineIcon';
import { Press } from './Press';
import { colours, TARGET } from './theme';

/** `main` is the one main action of a screen. */
export type ButtonKind = 'main' | 'plain' | 'finish' | 'chosen' | 'quiet';

const LOOK: Record<ButtonKind, { fill: string; text: string }> = {
  main: { fill: colours.vermilion, text: colours.scrap },
  plain: { fill: colours.scrap, text: colours.ink },
  finish: { fill: colours.moss, text: colours.scrap },
  chosen: { fill: colours.ochre, text: colours.ink },
  quiet: { fill: 'transparent', text: colours.ink },
};

interface Props {
  children: string;
  onPress: () => void;
  kind?: ButtonKind;
  icon?: LineName;
  disabled?: boolean;
  /** Larger, for the action at the foot of a screen. */
  large?: boolean;
  /** Said in place of the word by a screen reader. */
  label?: string;
  style?: StyleProp<ViewStyle>;
}

/** A button: a verb, perhaps with an icon before it. */
export function Button({
  children,
  onPress,
  kind = 'plain',
  icon,
  disabled = false,
  large = false,
  label,
  style,
}: Props) {
  const { fill, text } = disabled ? { fill: colours.paper, text: colours.soft } : LOOK[kind];
  return (
    <Press
      onPress={onPress}
      fill={fill}
      flat={kind === 'quiet' || kind === 'chosen'}
      disabled={disabled}
      aria-label={label ?? children}
      style={[styles.button, large && styles.large, kind === 'quiet' && styles.quiet, style]}
    >
      <View style={styles.row}>
        {icon && <LineIcon name={icon} colour={text} size={large ? 28 : 22} />}
        <Text variant={large ? 'titleLarge' : 'labelLarge'} style={{ color: text }}>
          {children}
        </Text>
      </View>
    </Press>
  );
}

const styles = StyleSheet.create({
  button: {
    minHeight: TARGET.learner,
    minWidth: TARGET.learner,
    paddingHorizontal: 16,
    paddingVertical: 10,
    justifyContent: 'center',
  },
  large: { minHeight: 62, paddingHorizontal: 24 },
  quiet: { borderColor: 'transparent' },
  row: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 10 },
});
