import { Link, type Href } from 'expo-router';
import { StyleSheet, View, type PressableProps, type StyleProp, type ViewStyle } from 'react-native';
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

interface Look {
  children: string;
  kind?: ButtonKind;
  icon?: LineName;
  disabled?: boolean;
  /** Larger, for the action at the foot of a screen. */
  large?: boolean;
  /** Said in place of the word by a screen reader. */
  label?: string;
  style?: StyleProp<ViewStyle>;
}

/** It does something, or leads somewhere: then it is a link. */
type Props = Look & ({ onPress: () => void; to?: undefined } | { to: Href; onPress?: undefined });

/** A button: a verb, perhaps with an icon before it. */
export function Button({ to, onPress, ...look }: Props) {
  if (to === undefined) return <Face {...look} onPress={onPress} />;
  return (
    <Link href={to} push asChild>
      <Face {...look} role="link" />
    </Link>
  );
}

/** What a link around it adds comes with the rest. */
function Face({
  children,
  kind = 'plain',
  icon,
  disabled = false,
  large = false,
  label,
  style,
  ...rest
}: Look & Omit<PressableProps, 'style' | 'children'>) {
  const { fill, text } = disabled ? { fill: colours.paper, text: colours.soft } : LOOK[kind];
  return (
    <Press
      {...rest}
      fill={fill}
      flat={kind === 'quiet' || kind === 'chosen'}
      disabled={disabled}
      aria-label={label ?? children}
      style={[styles.button, large && styles.large, kind === 'quiet' && styles.quiet, style]}
    >
      <View style={styles.row}>
        {icon && <LineIcon name={icon} colour={text} size={large ? 28 : 22} />}
        <Text variant={large ? 'titleLarge' : 'labelLarge'} style={[styles.words, { color: text }]}>
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
    maxWidth: '100%',
    paddingHorizontal: 16,
    paddingVertical: 10,
    justifyContent: 'center',
  },
  // In large letters what a button says takes a second line, and is never cut.
  words: { flexShrink: 1 },
  large: { minHeight: 62, paddingHorizontal: 24 },
  quiet: { borderColor: 'transparent' },
  row: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 10 },
});
