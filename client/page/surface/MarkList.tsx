import type { Bounds } from '@lippet/core/ink/ink';
import { pageItems, type PagePlan } from '@lippet/core/page/document';
import { itemBounds } from '@lippet/core/page/geometry';
import { readItems } from '@lippet/core/page/item';
import { gatherMarks, marksAsText, type MarkOrder } from '@lippet/core/page/notes';
import { useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  doc: Y.Doc;
  pages: readonly PagePlan[];
  onGo: (page: string, bounds: Bounds) => void;
}

/**
 * All words that were marked, by their place or by colour; each leads to where it is, and all can be copied as text.
 */
export function MarkList({ doc, pages, onGo }: Props) {
  const [order, setOrder] = useState<MarkOrder>('place');
  const [copied, setCopied] = useState(false);
  const entries = useMemo(
    () =>
      gatherMarks(
        pages.map(({ id }) => ({ id, items: readItems(pageItems(doc, id)!) })),
        order,
      ),
    [doc, pages, order],
  );
  if (entries.length === 0)
    return <Notice calm>Nothing is marked yet. Take up Mark, choose “Words”, and drag over some.</Notice>;
  const copy = async (): Promise<void> => {
    await navigator.clipboard.writeText(marksAsText(entries));
    setCopied(true);
  };
  return (
    <View style={styles.box}>
      <View style={styles.row}>
        <Button kind={order === 'place' ? 'chosen' : 'plain'} onPress={() => setOrder('place')}>
          In order
        </Button>
        <Button kind={order === 'colour' ? 'chosen' : 'plain'} onPress={() => setOrder('colour')}>
          By colour
        </Button>
      </View>
      <ScrollView style={styles.list} role="group" aria-label="Marked words">
        {entries.map(({ page, mark }) => {
          const number = pages.findIndex(({ id }) => id === page) + 1;
          const words = mark.text || 'A marked place';
          return (
            <Pressable
              key={mark.id}
              role="button"
              aria-label={`${words}. Page ${number}. Go there`}
              onPress={() => onGo(page, itemBounds(mark))}
              style={styles.entry}
            >
              <View style={[styles.colour, { backgroundColor: mark.colour }]} />
              <View style={styles.words}>
                <Text variant="bodyLarge" style={mark.style === 'strike' ? styles.struck : undefined}>
                  {words}
                </Text>
                {mark.note !== '' && <Text variant="bodySmall">{mark.note}</Text>}
                <Text variant="labelSmall" style={{ color: colours.soft }}>{`Page ${number}`}</Text>
              </View>
            </Pressable>
          );
        })}
      </ScrollView>
      <Button icon="copy" onPress={() => void copy()}>
        {copied ? 'Copied' : 'Copy as text'}
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  row: { flexDirection: 'row', gap: 10 },
  list: { maxHeight: 340 },
  entry: {
    flexDirection: 'row',
    gap: 12,
    minHeight: TARGET.learner,
    paddingVertical: 8,
    borderBottomWidth: OUTLINE,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  colour: { width: 18, alignSelf: 'stretch', borderWidth: OUTLINE, borderColor: colours.ink },
  words: { flex: 1, gap: 2 },
  struck: { textDecorationLine: 'line-through' },
});
