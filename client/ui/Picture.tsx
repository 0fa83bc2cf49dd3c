import { Image, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { colours, OUTLINE } from './theme';

/** A small picture of a page, as the server draws it from the work itself. */
export function Picture({ path, alt, style }: { path: string; alt: string; style?: StyleProp<ViewStyle> }) {
  return (
    <View style={[styles.frame, style]}>
      <Image source={{ uri: `/api${path}` }} style={styles.picture} resizeMode="contain" alt={alt} />
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, overflow: 'hidden' },
  picture: { width: '100%', height: '100%' },
});
