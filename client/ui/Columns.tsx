import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useWide } from './useWide';

interface Props {
  first: ReactNode;
  second: ReactNode;
  /** The first is so many times as wide as the second. */
  ratio?: number;
}

/** Two columns where there is room for them; else the second follows the first. */
export function Columns({ first, second, ratio = 1 }: Props) {
  const wide = useWide();
  return (
    <View style={wide ? styles.abreast : styles.column}>
      <View style={[styles.column, wide && { flex: ratio }]}>{first}</View>
      <View style={[styles.column, wide && styles.half]}>{second}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 14 },
  abreast: { flexDirection: 'row', gap: 36 },
  // A flex basis of nothing: what is in them does not decide how wide they are.
  half: { flex: 1 },
});
