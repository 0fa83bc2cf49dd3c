import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from './theme';

/** Luminance after WCAG 2: which of ink and scrap can be read on a colour. */
function readableOn(hex: string): string {
  const channel = (offset: number): number => {
    const value = parseInt(hex.slice(offset, offset + 2), 16) / 255;
    return value <= 0.03928 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  const luminance = 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
  return luminance > 0.22 ? colours.ink : colours.scrap;
}

/** A person's badge: their colour and first letter. */
export function Badge({ name, colour, size = 44 }: { name: string; colour: string; size?: number }) {
  return (
    <View style={[styles.badge, { width: size, height: size, backgroundColor: colour }]} aria-hidden>
      <Text variant={size > 36 ? 'headlineSmall' : 'labelMedium'} style={{ color: readableOn(colour) }}>
        {name.slice(0, 1)}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  badge: { borderWidth: OUTLINE, borderColor: colours.ink, alignItems: 'center', justifyContent: 'center' },
});
