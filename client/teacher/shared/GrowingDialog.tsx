import type { SharedView } from '@lippet/core/contract/shared';
import { documentOf, pageItems, startDocument } from '@lippet/core/page/document';
import { freezeLayers, lastMade } from '@lippet/core/page/shared/sharedLayers';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useMemo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { useMe } from '../../api/queries';
import { Playback } from '../../page/pictures/Playback';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';

interface Props {
  doc: Y.Doc;
  view: SharedView;
  page: string;
  onClose: () => void;
}

/** A page as it was filled, and who added something last when. */
export function GrowingDialog({ doc, view, page: pageId, onClose }: Props) {
  const zone = useMe().data?.school.zone ?? 'UTC';
  const page = view.pages.find(({ id }) => id === pageId)!;
  const items = useMemo(() => {
    const grown = documentOf(startDocument([page]));
    freezeLayers(doc, page.id, '', pageItems(grown, page.id)!);
    return pageItems(grown, page.id)!;
  }, [doc, page]);
  const last = view.people.flatMap(({ name, id }) => {
    const made = lastMade(doc, id, [page]);
    return made ? [{ name, at: made.at }] : [];
  });
  return (
    <Dialog visible title="Watch it grow" answers={<Button onPress={onClose}>Done</Button>} onClose={onClose}>
      <Playback page={page} items={items} />
      <View role="list" aria-label="Who added something last when">
        {last
          .sort((one, other) => other.at - one.at)
          .map(({ name, at }) => (
            <View key={name} role="listitem">
              <Text variant="bodyMedium">{`${name}, last ${whenWords(at, Date.now(), zone)}`}</Text>
            </View>
          ))}
      </View>
    </Dialog>
  );
}
