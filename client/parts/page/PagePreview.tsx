import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PageThumb } from '../../page/pictures/PageThumb';
import { colours, OUTLINE } from '../../ui/theme';
import type { PreviewProps } from '../partKind';
import { PreviewSign } from '../PreviewSign';

/** The first sheet, with its places, as large as there is room. */
export function PagePreview({ settings: { sheets }, wide }: PreviewProps<'page'>) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const first = sheets[0];
  if (!first) return <PreviewSign icon="pen" words="Room to draw" wide={wide} />;
  const scale = Math.min(size.width / first.width, size.height / first.height) || 0;
  return (
    <View
      style={styles.page}
      onLayout={({ nativeEvent: { layout } }) => setSize({ width: layout.width, height: layout.height })}
    >
      {scale > 0 && (
        <View style={styles.paper}>
          <PageThumb
            page={{ id: 'preview', part: 'preview', ...first }}
            layers={[]}
            width={first.width * scale}
            height={first.height * scale}
          />
          {(first.spots ?? []).map((spot) => (
            <View
              key={spot.id}
              style={[
                styles.spot,
                { left: spot.x * scale, top: spot.y * scale, width: spot.width * scale, height: spot.height * scale },
              ]}
            >
              <Text variant="labelSmall" numberOfLines={1}>
                {spot.label}
              </Text>
            </View>
          ))}
        </View>
      )}
      {sheets.length > 1 && <Text variant="labelSmall" style={styles.count}>{`Page 1 of ${sheets.length}`}</Text>}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, alignSelf: 'stretch', margin: 10, alignItems: 'center', justifyContent: 'center' },
  paper: { backgroundColor: colours.scrap, borderWidth: 1, borderColor: colours.ink },
  spot: {
    position: 'absolute',
    borderWidth: OUTLINE,
    borderStyle: 'dashed',
    borderColor: colours.ink,
    backgroundColor: 'rgba(240, 174, 46, 0.25)',
    paddingHorizontal: 3,
  },
  count: { position: 'absolute', bottom: 0, backgroundColor: colours.scrap, paddingHorizontal: 6 },
});
