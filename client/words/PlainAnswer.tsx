import type { PartView } from '@lippet/core/parts/part';
import { markItems } from '@lippet/core/page/document';
import { answerText } from '@lippet/core/words/answers';
import { countWords } from '@lippet/core/words/countWords';
import { plainWords } from '@lippet/core/words/richText';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import type { DocumentEditor } from '../page/documentEditor';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { RichWords } from './RichWords';

/**
 * The teacher's seal on a tick is an item of the marks, under the part's id; it reaches the learner with the review.
 */
const SEAL = 'seal';

function useSeal(marks: Y.Doc | null, part: string): boolean {
  const [sealed, setSealed] = useState(false);
  useEffect(() => {
    if (!marks) return undefined;
    const items = markItems(marks, part);
    const read = (): void => setSealed(items.get(SEAL)?.get('kind') === SEAL);
    read();
    items.observeDeep(read);
    return () => items.unobserveDeep(read);
  }, [marks, part]);
  return sealed;
}

interface Props {
  part: PartView;
  doc: Y.Doc;
  /** The review's marks; null where there are none. */
  marks: Y.Doc | null;
  /** Puts the seal; null where one only looks. */
  editor: DocumentEditor | null;
}

/** An answer without a page, as it was sent: written words, or "I have done this" with the teacher's seal. */
export function PlainAnswer({ part, doc, marks, editor }: Props) {
  const sealed = useSeal(marks, part.id);
  if (part.kind === 'tick') {
    return (
      <View style={styles.tick}>
        <View style={styles.row}>
          <View style={styles.done}>
            <LineIcon name="tick" size={54} width={3} />
          </View>
          {sealed && (
            <View style={styles.seal}>
              <LineIcon name="tick" size={46} width={3.5} colour={colours.scrap} />
            </View>
          )}
        </View>
        <Text variant="headlineSmall">“I have done this”</Text>
        {sealed && (
          <Text variant="bodyMedium" role="status">
            Seen and confirmed by the teacher
          </Text>
        )}
        {part.confirm && editor && (
          <Button
            kind={sealed ? 'chosen' : 'plain'}
            icon="tick"
            onPress={() =>
              editor.change([
                { page: part.id, id: SEAL, after: sealed ? null : { kind: SEAL, order: '', at: Date.now() } },
              ])
            }
          >
            {sealed ? 'Confirmed. Take the seal away' : 'Confirm that it was done'}
          </Button>
        )}
      </View>
    );
  }
  const text = answerText(doc, part.id);
  const count = countWords(plainWords(text));
  return (
    <ScrollView style={styles.paper} contentContainerStyle={styles.words}>
      <RichWords text={text} size={19} />
      <Text variant="bodySmall" style={{ color: colours.soft }}>{`${count} ${count === 1 ? 'word' : 'words'}`}</Text>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  tick: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 16,
    padding: 24,
    backgroundColor: colours.desk,
  },
  row: { flexDirection: 'row', gap: 20, alignItems: 'center' },
  done: {
    width: 96,
    height: 96,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.ochre,
    alignItems: 'center',
    justifyContent: 'center',
  },
  // A teacher's seal is round and blue, a learner's own tick square: told apart without colour, too.
  seal: {
    width: 88,
    height: 88,
    borderRadius: 44,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.sea,
    alignItems: 'center',
    justifyContent: 'center',
  },
  paper: { flex: 1, backgroundColor: colours.desk },
  words: {
    margin: 20,
    padding: 24,
    gap: 16,
    maxWidth: 760,
    width: 'auto',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
