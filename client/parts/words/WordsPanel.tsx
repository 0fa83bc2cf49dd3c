import { answerOf } from '@lippet/core/parts/part';
import { noteWriting } from '@lippet/core/review/timeSpent';
import { wordsFragment } from '@lippet/core/words/answers';
import type { Editor } from '@tiptap/core';
import { useEffect, useMemo, useState } from 'react';
import { Image, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import { TextEditor } from '../../words/TextEditor';
import { wordCountWords } from '@lippet/core/words/wordCount';
import type { AnswerProps } from '../partKind';

/** A part that is answered with words: the picture to write about, sentences that are begun, and room to write. */
export function WordsPanel({ part, doc, editable, progress }: AnswerProps<'words'>) {
  const count = answerOf('words', progress)?.words ?? 0;
  const fragment = useMemo(() => wordsFragment(doc, part.id), [doc, part.id]);
  const [editor, setEditor] = useState<Editor | null>(null);
  // Written words keep no time of their own: that somebody writes here is put down as they do.
  useEffect(() => {
    if (!editable) return undefined;
    const written = (_: unknown, { local }: Y.Transaction): void => {
      if (local) noteWriting(doc, part.id, Date.now());
    };
    fragment.observeDeep(written);
    return () => fragment.unobserveDeep(written);
  }, [doc, fragment, editable, part.id]);
  const begin = (opening: string): void => {
    const end = editor!.state.doc.content.size;
    // On the empty line where writing begins, else on a new one at the end.
    if (editor!.isEmpty) editor!.chain().focus('end').insertContent(`${opening} `).run();
    else
      editor!
        .chain()
        .insertContentAt(end, { type: 'paragraph', content: [{ type: 'text', text: `${opening} ` }] })
        .focus('end')
        .run();
    // The editor's own command waits for the next frame: on a slow device what is typed at once would be lost.
    editor!.view.focus();
  };
  const fits = count >= (part.leastWords ?? 1) && count <= (part.mostWords ?? Infinity);
  return (
    <ScrollView style={styles.panel} contentContainerStyle={styles.content}>
      {part.picture && (
        <Image
          source={{ uri: `/api/media/${part.picture}` }}
          style={styles.picture}
          resizeMode="contain"
          alt="The picture to write about"
        />
      )}
      {editable && part.openings.length > 0 && (
        <View style={styles.openings} role="group" aria-label="Ways to begin">
          {part.openings.map((opening) => (
            <Button key={opening} icon="pen" label={`Begin with: ${opening}`} onPress={() => begin(opening)}>
              {opening}
            </Button>
          ))}
        </View>
      )}
      <TextEditor key={part.id} label={part.title} fragment={fragment} editable={editable} onEditor={setEditor} />
      <Text variant="labelMedium" role="status" testID="word-count" style={[styles.count, fits && styles.fits]}>
        {wordCountWords(count, part.leastWords, part.mostWords)}
      </Text>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  panel: { flex: 1, backgroundColor: colours.desk, borderTopWidth: OUTLINE, borderColor: colours.ink },
  content: { padding: 16, gap: 14, maxWidth: 820, width: '100%', alignSelf: 'center' },
  picture: {
    width: '100%',
    height: 240,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  openings: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  count: {
    alignSelf: 'flex-end',
    paddingHorizontal: 10,
    paddingVertical: 4,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  fits: { backgroundColor: colours.ochre },
});
