import { memo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { paintToolOf, useDrawing } from '../../stores/drawing';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { ColourPick } from './ColourPick';
import { OptionPick } from './OptionPick';
import { COLOURS } from './toolList';

/** The colour in hand, where there is no room for all: pressed, it shows them and the widths above it. */
export const FoldedOptions = memo(function FoldedOptions({ columns }: { columns: number }) {
  const [open, setOpen] = useState(false);
  const { tool, choices } = useDrawing();
  const { colour } = choices[paintToolOf(tool)];
  const name = COLOURS.find(([, value]) => value === colour)?.[0] ?? 'ink';
  return (
    <>
      <Press
        flat
        aria-expanded={open}
        aria-label={`Colour ${name}. ${open ? 'Put the others away' : 'Other colours and widths'}`}
        fill={open ? colours.ochre : colours.scrap}
        onPress={() => setOpen(!open)}
        style={styles.fold}
      >
        <View style={[styles.colour, { backgroundColor: colour }]} />
        <LineIcon name={open ? 'down' : 'up'} size={18} />
      </Press>
      {open && (
        <View style={styles.over}>
          <View style={styles.colours}>
            <ColourPick columns={columns} />
          </View>
          <OptionPick />
        </View>
      )}
    </>
  );
});

const styles = StyleSheet.create({
  fold: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: 6,
    width: 84,
    height: TARGET.learner,
    borderWidth: 0,
  },
  colour: { width: 30, height: 30, borderWidth: OUTLINE, borderColor: colours.ink },
  // It lies over the foot of the sheet, which stays where it is.
  over: {
    position: 'absolute',
    left: 0,
    right: 0,
    bottom: '100%',
    zIndex: 3,
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  colours: { flex: 1 },
});
