import type { ReactNode } from 'react';
import { Pressable, StyleSheet, type PressableProps, type StyleProp, type ViewStyle } from 'react-native';
import { colours, OUTLINE, SHADOW } from './theme';

interface Props extends Omit<PressableProps, 'style' | 'children'> {
  children: ReactNode;
  fill?: string;
  /** Chosen things lie flat: they are pressed already. */
  flat?: boolean;
  style?: StyleProp<ViewStyle>;
}

/** A pressable box with a hard shadow; pressed, it moves into its shadow. */
export function Press({ children, fill = colours.scrap, flat = false, disabled, style, ...rest }: Props) {
  return (
    <Pressable
      role="button"
      disabled={disabled}
      style={({ pressed }) => [
        styles.box,
        { backgroundColor: fill },
        !flat && !disabled && (pressed ? styles.pressed : styles.raised),
        disabled && styles.disabled,
        style,
      ]}
      {...rest}
    >
      {children}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  box: { borderWidth: OUTLINE, borderColor: colours.ink },
  raised: {
    boxShadow: `${SHADOW}px ${SHADOW}px 0 ${colours.ink}`,
    transitionDuration: '120ms',
    transitionProperty: 'transform, box-shadow',
  } as ViewStyle,
  pressed: {
    transform: [{ translateX: SHADOW - 1 }, { translateY: SHADOW - 1 }],
    boxShadow: `1px 1px 0 ${colours.ink}`,
  },
  disabled: { borderStyle: 'dashed' },
});
