import { Link, type Href } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, type StyleProp, type ViewStyle } from 'react-native';

interface Props {
  to: Href;
  /** Said in place of what is within. */
  label: string;
  children: ReactNode;
  /** Goes back to a screen that is open already, as places do, instead of opening another. */
  place?: boolean;
  /** The screen it leads to is the one that is shown. */
  current?: boolean;
  style?: StyleProp<ViewStyle> | ((state: { pressed: boolean }) => StyleProp<ViewStyle>);
  dataSet?: Record<string, string>;
}

/**
 * Leads somewhere: a real link, with an address that Enter opens, a middle click opens beside, and that can be copied.
 */
export function Way({ to, label, children, place = false, current = false, style, dataSet }: Props) {
  return (
    <Link href={to} push={!place} asChild>
      <Pressable
        role="link"
        aria-label={label}
        aria-current={current ? 'page' : undefined}
        style={typeof style === 'function' ? style : StyleSheet.flatten(style)}
        {...(dataSet ? { dataSet } : {})}
      >
        {children}
      </Pressable>
    </Link>
  );
}
