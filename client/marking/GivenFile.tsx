import type { MaterialView } from '@lippet/core/contract/activities';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { ShownMaterial } from '../materials/MaterialDesk';
import { useLocalFile } from '../recording/useLocalFile';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Picture } from '../ui/Picture';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  /** Id of a picture or a PDF. */
  media: string;
  /** Whose it is, as one says it: "The file from Ida". */
  title: string;
}

/** A picture or a PDF that goes with what somebody says: small, and large once it is asked for. */
export function GivenFile({ media, title }: Props) {
  const [large, setLarge] = useState(false);
  const local = useLocalFile(media);
  const here = local === null;
  return (
    <View style={styles.row} role="group" aria-label={title}>
      {here ? (
        <Picture path={`/media/${media}/preview?page=1`} alt={title} style={styles.small} />
      ) : (
        <OnItsWay local={local} />
      )}
      <View style={styles.words}>
        <Text variant="bodyMedium">{here ? title : `${title} is on its way to school.`}</Text>
        {here && (
          <Button icon="eye" label={`Look at it: ${title}`} onPress={() => setLarge(true)} style={styles.start}>
            Look at it
          </Button>
        )}
      </View>
      {large && <Large media={media} title={title} onClose={() => setLarge(false)} />}
    </View>
  );
}

/** While it is only on this device: a picture as it is, a PDF as a sheet. */
function OnItsWay({ local }: { local: string | undefined }) {
  return (
    <View style={[styles.small, styles.frame]}>
      <LineIcon name="pages" />
      {local !== undefined && <Image source={{ uri: local }} style={styles.over} resizeMode="contain" alt="" />}
    </View>
  );
}

function Large({ media, title, onClose }: Props & { onClose: () => void }) {
  const { data, error } = useQuery({
    queryKey: ['media', media],
    queryFn: () => request('GET /media/:id/about', { id: media }),
    staleTime: Infinity,
  });
  return (
    <Dialog visible title={title} onClose={onClose} answers={<Button onPress={onClose}>Close</Button>}>
      {error && <Notice>{error.message}</Notice>}
      <View style={styles.large}>{data && <ShownMaterial material={asMaterial(media, title, data.kind)} />}</View>
    </Dialog>
  );
}

const asMaterial = (media: string, title: string, kind: string): MaterialView => ({
  id: media,
  kind: kind === 'pdf' ? 'pdf' : 'picture',
  title,
  words: '',
  address: '',
  media,
  seconds: null,
  spans: [],
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 12, width: '100%' },
  words: { flex: 1, gap: 8, justifyContent: 'center' },
  small: { width: 84, height: 84 },
  frame: {
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  over: { position: 'absolute', width: '100%', height: '100%' },
  start: { alignSelf: 'flex-start' },
  large: { height: 460, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.desk },
});
