import { PART_KINDS, type PartKind } from '@lippet/core/parts/part';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { partUi } from '../../parts/registry';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';

interface Props {
  /** There is no part yet. */
  first: boolean;
  /** @param title how the first of its kind is called */
  onAdd: (kind: PartKind, title: string) => void;
}

/** The kinds of part, each to be added with a tap. */
export function AddParts({ first, onAdd }: Props) {
  return (
    <>
      <Text variant="labelMedium">{first ? 'What do learners make?' : 'Add a part'}</Text>
      <View style={styles.add} role="group" aria-label="Add a part">
        {PART_KINDS.map((kind) => {
          const { word, icon, about, newTitle } = partUi(kind);
          return (
            <Press
              key={kind}
              aria-label={`Add a part: ${word}. ${about}`}
              style={styles.kind}
              onPress={() => onAdd(kind, newTitle)}
            >
              <LineIcon name={icon} size={26} />
              <Text variant="labelMedium">{word}</Text>
            </Press>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  add: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  kind: { width: 88, minHeight: 68, alignItems: 'center', justifyContent: 'center', gap: 4 },
});
