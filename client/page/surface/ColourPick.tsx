import { Pressable, StyleSheet, View } from 'react-native';
import { paintToolOf, useDrawing } from '../../stores/drawing';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { COLOURS } from './toolList';

/** The ink colours, as large as a finger where there is room; the chosen one lies lower, in a double frame. */
export function ColourPick({ columns }: { columns: number }) {
  // One below the other, they are as high as there is room.
  const upright = columns === 1;
  const { tool, choices, setColour } = useDrawing();
  const chosen = choices[paintToolOf(tool)].colour;
  return (
    <View
      role="radiogroup"
      aria-label="Colour"
      style={upright ? styles.column : [styles.row, { maxWidth: columns * TARGET.learner }]}
    >
      {COLOURS.map(([name, colour]) => {
        const on = colour === chosen;
        return (
          <Pressable
            key={name}
            role="radio"
            aria-checked={on}
            aria-label={name}
            onPress={() => setColour(colour)}
            style={[styles.cell, upright ? styles.high : { width: `${100 / columns}%` }]}
          >
            <View style={[styles.colour, { backgroundColor: colour }, on && styles.on]}>
              {on && <View style={styles.inner} />}
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', width: '100%' },
  column: { height: '100%', width: TARGET.learner },
  high: { flex: 1, maxHeight: TARGET.learner },
  cell: { height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  colour: { width: 30, height: 30, borderWidth: OUTLINE, borderColor: colours.ink, padding: 3 },
  on: { width: 38, height: 38, boxShadow: `3px 3px 0 ${colours.ink}` },
  inner: { flex: 1, borderWidth: OUTLINE, borderColor: colours.scrap },
});
