import type { PieceView } from '@lippet/core/contract/pieces';
import { differences } from '@lippet/core/page/edit';
import { pageItems, readPages } from '@lippet/core/page/document';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { getBytes, request } from '../../api/request';
import type { DocumentEditor } from '../../page/document/documentEditor';
import { PageThumb } from '../../page/pictures/PageThumb';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { SideScroll } from '../../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

const PICTURE = { width: 200, height: 240 };

/** The draft as it was at earlier pauses: look at one, and bring it back as a step that can itself be undone. */
export function EarlierCopies({
  piece,
  editor,
  zone,
  onDone,
}: {
  piece: PieceView;
  editor: DocumentEditor;
  zone: string;
  onDone: () => void;
}) {
  const { data: copies, error } = useQuery({
    queryKey: ['copies', piece.id],
    queryFn: () => request('GET /pieces/:id/copies', { id: piece.id }),
    staleTime: 0,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const bytes = useQuery({
    queryKey: ['copy', chosen],
    queryFn: () => getBytes(`/copies/${chosen}/document`),
    enabled: chosen !== null,
    staleTime: Infinity,
  });
  const doc = useFrozenDocument(bytes.data);
  const bringBack = (): void => {
    if (!doc) return;
    const { items, pages } = differences(editor.doc, doc);
    editor.change(items, pages);
    onDone();
  };
  if (error) return <Notice>{error.message}</Notice>;
  if (!copies) return <Text variant="bodyMedium">Looking …</Text>;
  if (copies.length === 0)
    return <Notice calm>There is no earlier copy yet. One is kept whenever you pause for a moment.</Notice>;
  return (
    <View style={styles.box}>
      <ScrollView style={styles.list} role="group" aria-label="Copies">
        {copies.map(({ id, at, items, pages }) => (
          <Pressable
            key={id}
            role="button"
            aria-pressed={chosen === id}
            onPress={() => setChosen(id)}
            style={[styles.entry, chosen === id && styles.chosen]}
          >
            <Text variant="titleSmall">{whenWords(at, Date.now(), zone)}</Text>
            <Text variant="bodySmall">{`${items} ${items === 1 ? 'thing' : 'things'} on ${pages} ${pages === 1 ? 'page' : 'pages'}`}</Text>
          </Pressable>
        ))}
      </ScrollView>
      {doc && (
        <>
          <SideScroll things="pages" contentContainerStyle={styles.pages}>
            {readPages(doc).map((page) => (
              <View key={page.id} style={styles.page}>
                <PageThumb page={page} layers={[pageItems(doc, page.id)!]} {...PICTURE} />
              </View>
            ))}
          </SideScroll>
          <Button kind="main" icon="earlier" onPress={bringBack}>
            Bring this back
          </Button>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            What you have now is not lost: Undo brings it back.
          </Text>
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  list: { maxHeight: 200 },
  entry: {
    minHeight: TARGET.learner,
    paddingVertical: 6,
    paddingHorizontal: 10,
    borderBottomWidth: OUTLINE,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  chosen: { backgroundColor: colours.ochre },
  pages: { gap: 10 },
  page: { borderWidth: OUTLINE, borderColor: colours.ink },
});
