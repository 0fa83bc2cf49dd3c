import { markItems } from '@lippet/core/page/document';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE } from '../../ui/theme';
import type { SentProps } from '../partKind';

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

/** "I have done this", as it was sent, with the teacher's seal. */
export function TickSent({ part, marks, editor }: SentProps<'tick'>) {
  const sealed = useSeal(marks, part.id);
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
});
