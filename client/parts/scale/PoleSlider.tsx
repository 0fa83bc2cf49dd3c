import { STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { colours, OUTLINE, SHORT_UNDER } from '../../ui/theme';
import { TidePole } from './TidePole';

/** Height of one step, in CSS pixels: large enough for a finger, and less where a screen has little height. */
const RISE = { usual: 60, little: 46 };

interface Props {
  /** What it is about, for those who can't see it. */
  label: string;
  /** 1 to 5; null where nothing is set. */
  step: number | null;
  /** Null where nothing can be changed. */
  onStep: ((step: number | null) => void) | null;
}

/** A pole whose float is dragged, tapped to its place, or moved by the arrow keys. */
export function PoleSlider({ label, step, onStep }: Props) {
  const [focused, setFocused] = useState(false);
  const rise = useWindowDimensions().height < SHORT_UNDER ? RISE.little : RISE.usual;
  return (
    <View style={styles.pole}>
      <TidePole step={step} rise={rise} labelled focused={focused} />
      {/* The browser's own slider lies over the pole and its words, unseen: it drags, taps and listens to keys. */}
      <input
        type="range"
        aria-label={label}
        aria-valuetext={step === null ? 'Not set yet' : STEPS[step - 1]}
        min={0}
        max={STEPS.length}
        step={1}
        value={step ?? 0}
        disabled={!onStep}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
        onChange={(event) => onStep?.(Number(event.target.value) || null)}
        style={{ ...OVER, cursor: onStep ? 'grab' : 'default' }}
      />
    </View>
  );
}

/** A slider that stands up, lowest at its foot. */
const OVER = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  margin: 0,
  opacity: 0,
  writingMode: 'vertical-lr',
  direction: 'rtl',
} as const;

const styles = StyleSheet.create({
  pole: {
    paddingHorizontal: 18,
    width: 300,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
