import type { MediaHome } from '@lippet/core/contract/media';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { choosePicture } from '../../page/pictures/choosePicture';
import { useLocalFile } from '../../recording/useLocalFile';
import { Button } from '../../ui/Button';

/** Shows the picture to write about, and lets another be brought. */
export function PictureToWriteAbout({
  home,
  media,
  onMedia,
}: {
  home: MediaHome;
  media: string | null;
  onMedia: (media: string | null) => void;
}) {
  const local = useLocalFile(media);
  const [trouble, setTrouble] = useState<string | null>(null);
  const bring = async (): Promise<void> => {
    const chosen = await choosePicture(home);
    if (!chosen) return;
    setTrouble(chosen.trouble);
    if (chosen.media) onMedia(chosen.media);
  };
  return (
    <View style={styles.row}>
      {media && local !== undefined && (
        <Image
          source={{ uri: local ?? `/api/media/${media}` }}
          style={styles.picture}
          resizeMode="contain"
          alt="The picture to write about"
        />
      )}
      <Button icon="picture" onPress={() => void bring()}>
        {media ? 'Another picture' : 'A picture to write about'}
      </Button>
      {media && (
        <Button icon="bin" onPress={() => onMedia(null)}>
          No picture
        </Button>
      )}
      {trouble && (
        <Text variant="labelMedium" role="alert">
          {trouble}
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
  picture: { width: 120, height: 84 },
});
