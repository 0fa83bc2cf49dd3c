import type { PartView } from '@lippet/core/parts/part';
import { walkNotes } from '@lippet/core/review/noteWalk';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { useMarks } from '../../api/queries';
import { NoteTalk } from '../../noteReplies/NoteTalk';
import { useNoteReplies } from '../../noteReplies/useNoteReplies';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { colours, OUTLINE } from '../../ui/theme';

/** The notes of a review that was told, with what was said under each since. */
export function ReviewTalk({
  reviewId,
  doc,
  parts,
  name,
}: {
  reviewId: string;
  doc: Y.Doc;
  parts: readonly PartView[];
  name: string;
}) {
  const marks = useFrozenDocument(useMarks(reviewId).data);
  const talk = useNoteReplies(reviewId);
  const notes = useMemo(
    () =>
      marks
        ? walkNotes(
            doc,
            marks,
            parts.map(({ id }) => id),
          )
        : [],
    [doc, marks, parts],
  );
  if (notes.length === 0) return null;
  return (
    <View style={styles.list}>
      {notes.map(({ id, words }, i) => (
        <View key={id} style={styles.note} role="group" aria-label={`Note ${i + 1}`}>
          <Text variant="bodyMedium">{words || 'A spoken note'}</Text>
          <NoteTalk note={id} reader={name} talk={talk} />
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 10 },
  note: { gap: 8, padding: 10, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
});
