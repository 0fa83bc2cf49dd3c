import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';

interface Props {
  /** A phone lies on its side: the foot stands at its edge, under the thumb. */
  low: boolean;
  left: ReactNode;
  right: ReactNode;
  /** The shutter, or what records. */
  children: ReactNode;
}

/** The foot of the camera and of the booth: the large button in its middle, tools at its sides. */
export function CaptureFoot({ low, left, right, children }: Props) {
  return (
    <View style={[styles.foot, low && styles.footLow]}>
      <View style={styles.side}>{left}</View>
      {children}
      <View style={[styles.side, styles.right]}>{right}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    padding: 12,
    paddingBottom: 20,
    maxWidth: 640,
    width: '100%',
    alignSelf: 'center',
  },
  footLow: { flexDirection: 'column', width: 156, paddingBottom: 12, gap: 10 },
  side: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', rowGap: 4, alignItems: 'center' },
  right: { justifyContent: 'flex-end' },
});
