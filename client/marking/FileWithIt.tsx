import { PDF_TYPE, PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { useEffect, useEffectEvent, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { mediaOutbox } from '../api/mediaOutbox';
import { RefusedList } from '../outbox/RefusedList';
import { keepablePicture } from '../page/pictures/keepable';
import { askForFiles } from '../ui/askForFiles';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { GivenFile } from './GivenFile';

interface Props {
  /** Id of the file that goes with what is said; null for none. */
  media: string | null;
  /** What it is brought for. */
  home: MediaHome;
  /** Who gets it. */
  name: string;
  onChange: (media: string | null) => void;
}

/** A picture or a PDF to go with what one says: choosing it, seeing it, taking it away. */
export function FileWithIt({ media, home, name, onChange }: Props) {
  const [full, setFull] = useState(false);
  const isRefused = useStore(mediaOutbox.state, ({ refused }) => media !== null && media in refused);
  const leaveOut = useEffectEvent(() => onChange(null));
  // What school will not take goes with nothing: else nothing that is said could be given.
  useEffect(() => {
    if (isRefused) leaveOut();
  }, [isRefused]);
  const choose = async (): Promise<void> => {
    const [file] = await askForFiles(`${PDF_TYPE},${PICTURE_TYPES}`);
    if (!file) return;
    const made = crypto.randomUUID();
    try {
      await mediaOutbox.add(made, home, file.type === PDF_TYPE ? file : await keepablePicture(file));
      setFull(false);
      onChange(made);
    } catch (error) {
      console.warn('The file could not be kept.', error);
      setFull(true);
    }
  };
  return (
    <>
      {media ? (
        <View style={styles.given}>
          <GivenFile media={media} title={`Your file for ${name}`} />
          <Button
            icon="bin"
            label={`Take it away: your file for ${name}`}
            onPress={() => onChange(null)}
            style={styles.start}
          >
            Take it away
          </Button>
        </View>
      ) : (
        <Button icon="pages" label={`Add a file for ${name}`} onPress={() => void choose()}>
          Add a file
        </Button>
      )}
      <RefusedList home={home} />
      {full && <Notice>This device has no room for that file.</Notice>}
    </>
  );
}

const styles = StyleSheet.create({
  given: { gap: 8, width: '100%' },
  start: { alignSelf: 'flex-start' },
});
