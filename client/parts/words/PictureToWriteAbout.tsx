import { PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { mediaOutbox } from '../../api/mediaOutbox';
import { keepablePicture } from '../../page/pictures/keepable';
import { useLocalFile } from '../../recording/useLocalFile';
import { askForFiles } from '../../ui/askForFiles';
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
  const [full, setFull] = useState(false);
  const bring = async (): Promise<void> => {
    const [file] = await askForFiles(PICTURE_TYPES);
    if (!file) return;
    const id = crypto.randomUUID();
    try {
      await mediaOutbox.add(id, home, await keepablePicture(file));
      onMedia(id);
    } catch (error) {
      console.warn('The picture could not be kept.', error);
      setFull(true);
    }
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
      {full && (
        <Text variant="labelMedium" role="alert">
          This device has no room for that picture.
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
  picture: { width: 120, height: 84 },
});
