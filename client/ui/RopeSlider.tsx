import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { colours, TARGET } from './theme';

interface Props {
  label: string;
  /** From 0 to here. */
  most: number;
  step: number;
  value: number;
  onChange: (value: number) => void;
}

/** A twist of the rope, and how far it swings, in pixels. */
const TWIST = { long: 12, wide: 2.5 };
const PEG = { width: 18, height: 34 };
const MIDDLE = TARGET.learner / 2;

/** A twisted rope from one place to another. */
function rope(from: number, to: number): string {
  let path = `M${from} ${MIDDLE}`;
  for (let x = from, up = true; x < to; x += TWIST.long, up = !up) {
    const end = Math.min(to, x + TWIST.long);
    path += `Q${(x + end) / 2} ${MIDDLE + (up ? -2 : 2) * TWIST.wide} ${end} ${MIDDLE}`;
  }
  return path;
}

/** A clothes peg whose middle is at a place: two legs, held by a spring. */
function peg(x: number): string {
  const [left, right] = [x - PEG.width / 2, x + PEG.width / 2];
  const [top, bottom] = [MIDDLE - PEG.height / 2, MIDDLE + PEG.height / 2];
  return `M${left} ${top}H${right}V${bottom}H${x + 2}V${MIDDLE + 6}H${x - 2}V${bottom}H${left}Z M${left} ${MIDDLE - 4}H${right}`;
}

/** A peg on a rope, to be moved along: what is behind it has been. The browser's own slider lies over it, unseen. */
export function RopeSlider({ label, most, step, value, onChange }: Props) {
  const [width, setWidth] = useState(0);
  const [focused, setFocused] = useState(false);
  const pegLeft = PEG.width / 2 + (most > 0 ? value / most : 0) * Math.max(0, width - PEG.width);
  return (
    <View style={styles.box} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 && (
        <Svg width={width} height={TARGET.learner} aria-hidden style={styles.drawn}>
          <Path d={rope(0, width)} fill="none" stroke={colours.line} strokeWidth={5} />
          <Path d={rope(0, pegLeft)} fill="none" stroke={colours.ink} strokeWidth={5} />
          <Path
            d={peg(pegLeft)}
            fill={colours.ochre}
            stroke={focused ? colours.sea : colours.ink}
            strokeWidth={focused ? 4 : 2}
          />
        </Svg>
      )}
      <input
        type="range"
        aria-label={label}
        min={0}
        max={most}
        step={step}
        value={value}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
        onChange={(event) => onChange(Number(event.target.value))}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', margin: 0, opacity: 0, cursor: 'grab' }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { height: TARGET.learner, width: '100%' },
  drawn: { position: 'absolute', left: 0, top: 0 },
});
