import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from './LineIcon';
import { colours, OUTLINE, TARGET } from './theme';

interface Props {
  at: number;
  count: number;
  open?: boolean;
  onStep: (by: 1 | -1) => void;
  /** Shows all pages, where there is a way to. */
  onOpen?: () => void;
  onAdd?: (() => void) | null;
  /** What adding does, in words. */
  addWord?: string;
  /** Changes the photo that the page is. */
  onPhoto?: (() => void) | null;
}

/** Which page of how many, a step to either side, and the way to all of them. */
export function PageBar({
  at,
  count,
  open = false,
  onStep,
  onOpen,
  onAdd = null,
  addWord = 'Add a page',
  onPhoto = null,
}: Props) {
  return (
    <View style={styles.bar} role="navigation" aria-label="Pages">
      <Pressable
        role="button"
        aria-label="Page before"
        disabled={at <= 0}
        onPress={() => onStep(-1)}
        style={[styles.step, at <= 0 && styles.off]}
      >
        <LineIcon name="back" />
      </Pressable>
      {onOpen ? (
        <Pressable
          role="button"
          aria-expanded={open}
          aria-label={`Page ${at + 1} of ${count}. All pages`}
          onPress={onOpen}
          style={styles.all}
        >
          <LineIcon name="pages" />
          <Text variant="labelMedium">{`Page ${at + 1} of ${count}`}</Text>
        </Pressable>
      ) : (
        <View style={styles.all}>
          <Text variant="labelMedium" role="status">{`Page ${at + 1} of ${count}`}</Text>
        </View>
      )}
      <Pressable
        role="button"
        aria-label="Page after"
        disabled={at >= count - 1}
        onPress={() => onStep(1)}
        style={[styles.step, at >= count - 1 && styles.off]}
      >
        <LineIcon name="forward" />
      </Pressable>
      {onPhoto && (
        <Pressable role="button" aria-label="Change this photo" onPress={onPhoto} style={styles.step}>
          <LineIcon name="corners" />
        </Pressable>
      )}
      {onAdd && !open && (
        <Pressable role="button" aria-label={addWord} onPress={onAdd} style={styles.add}>
          <LineIcon name={onPhoto ? 'camera' : 'plus'} />
          <Text variant="labelMedium">Add</Text>
        </Pressable>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    justifyContent: 'center',
    alignItems: 'center',
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  step: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  add: { flexDirection: 'row', gap: 6, alignItems: 'center', height: TARGET.learner, paddingHorizontal: 12 },
  off: { opacity: 0.3 },
  all: { flexDirection: 'row', gap: 8, alignItems: 'center', height: TARGET.learner, paddingHorizontal: 12 },
});
