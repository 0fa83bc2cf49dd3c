import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { colours } from '../ui/theme';

/** The mark and the name. */
export function Brand() {
  return (
    <View style={styles.row}>
      <Svg width={40} height={40} viewBox="0 0 48 48" aria-hidden>
        <Path d="M6 6h26l10 10v26H6z" fill={colours.vermilion} stroke={colours.ink} strokeWidth={3} />
        <Path d="M32 6v10h10" fill={colours.ochre} stroke={colours.ink} strokeWidth={3} />
        <Path d="M14 15v18h14v-6H20V15z" fill={colours.scrap} />
      </Svg>
      <Text variant="headlineLarge">Lippet</Text>
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', alignItems: 'center', gap: 12 } });
