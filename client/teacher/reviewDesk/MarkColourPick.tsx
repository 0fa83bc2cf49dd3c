import { MARK_COLOURS, MARK_EDGE, type MarkColourName } from '@lippet/core/ink/tools';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useDrawing } from '../../stores/drawing';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

const NAMES = Object.keys(MARK_COLOURS) as MarkColourName[];

/**
 * The colour of a teacher's marks. Whatever it is, they have an edge that the ink of learners does not have.
 *
 * @param folded there is room for the chosen one only: it is pressed to see the others
 */
export function MarkColourPick({ folded }: { folded: boolean }) {
  const { markColour, setMarkColour } = useDrawing();
  const [unfolded, setUnfolded] = useState(false);
  if (folded && !unfolded) {
    return (
      <Pressable
        role="button"
        aria-label={`Colour of your marks: ${markColour}. Another one`}
        onPress={() => setUnfolded(true)}
        style={styles.choice}
      >
        <Swatch name={markColour} />
      </Pressable>
    );
  }
  return (
    <View role="radiogroup" aria-label="Colour of your marks" style={styles.row}>
      {NAMES.map((name) => (
        <Pressable
          key={name}
          role="radio"
          aria-checked={name === markColour}
          aria-label={name}
          onPress={() => {
            setMarkColour(name);
            setUnfolded(false);
          }}
          style={[styles.choice, name === markColour && styles.on]}
        >
          <Swatch name={name} />
        </Pressable>
      ))}
    </View>
  );
}

/** A dab of the ink, with the edge of marks around it. */
const Swatch = ({ name }: { name: MarkColourName }) => (
  <View style={styles.edge}>
    <View style={[styles.dab, { backgroundColor: MARK_COLOURS[name].ink }]} />
  </View>
);

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  choice: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  on: { borderBottomWidth: OUTLINE * 2, borderColor: colours.ink },
  edge: { padding: 3, backgroundColor: MARK_EDGE.colour },
  dab: { width: 18, height: 18 },
});
