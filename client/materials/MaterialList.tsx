import type { MaterialView } from '@lippet/core/contract/activities';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { getBlob } from '../api/request';
import { download } from '../page/takeOut/takeOut';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { colours, TARGET } from '../ui/theme';
import { MATERIAL_WORDS } from './materialWords';

interface Props {
  materials: readonly MaterialView[];
  /** What is shown later: how many once a go is sent, and when the next one is. */
  later: { afterSending: number; next: number | null };
  zone: string;
  onOpen: (id: string) => void;
}

/** What a press does, and where a thing opens, by its kind; all others are looked at here. */
const VERBS: Partial<Record<MaterialView['kind'], string>> = { link: 'Goes to another page', file: 'Take a copy of' };
const ELSEWHERE: typeof VERBS = {
  link: 'Opens a page outside of Lippet',
  file: 'A file. It opens in another program',
};

/** What there is to look at. A link leads away and says so; all else opens beside the work. */
export function MaterialList({ materials, later, zone, onOpen }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  if (materials.length === 0 && later.afterSending === 0 && later.next === null) return null;
  return (
    <View style={styles.list} role="region" aria-label="To look at">
      <View style={styles.head}>
        <LineIcon name="eye" size={22} />
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          To look at
        </Text>
      </View>
      {materials.map(({ id, kind, title, address, media }) => {
        const { word, icon } = MATERIAL_WORDS[kind];
        const link =
          kind === 'link'
            ? ({ role: 'link', onPress: () => window.open(address, '_blank', 'noopener,noreferrer') } as const)
            : { onPress: () => onOpen(id) };
        const taken =
          kind === 'file'
            ? ({
                onPress: () =>
                  void getBlob(`/media/${media}`)
                    .then((blob) => download(blob, title))
                    .catch((error: Error) => setTrouble(error.message)),
              } as const)
            : link;
        const verb = VERBS[kind] ?? 'Look at';
        const about = ELSEWHERE[kind] ?? word;
        return (
          <Press key={id} aria-label={`${verb}: ${title || word}. ${about}`} {...taken} style={styles.item}>
            <LineIcon name={icon} size={24} />
            <View style={styles.words}>
              <Text variant="labelLarge">{title || word}</Text>
              <Text variant="bodySmall" style={{ color: colours.soft }}>
                {about}
              </Text>
            </View>
          </Press>
        );
      })}
      {trouble && <Notice>{trouble}</Notice>}
      {later.next !== null && (
        <Text variant="bodySmall">{`More from ${whenWords(later.next, Date.now(), zone)}.`}</Text>
      )}
      {later.afterSending > 0 && (
        <Text variant="bodySmall">
          {`${later.afterSending === 1 ? 'One more' : `${later.afterSending} more`} to look at once you have ` +
            'sent it.'}
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 10 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  item: { flexDirection: 'row', alignItems: 'center', gap: 12, padding: 8, minHeight: TARGET.learner },
  words: { flex: 1 },
});
