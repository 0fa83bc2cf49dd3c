import { WIDTH_NAMES, type WidthName } from '@lippet/core/ink/tools';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { isInkTool, useDrawing, type MarkMode, type RubberMode } from '../../stores/drawing';
import type { LineName } from '../../ui/LineIcon';
import { UnderIcon } from '../../ui/UnderIcon';
import { colours, TARGET } from '../../ui/theme';
import { TOOLS } from './toolList';

const WIDTHS: Record<WidthName, { line: number; word: string; letter: number }> = {
  thin: { line: 2.5, word: 'Thin', letter: 15 },
  middle: { line: 5.5, word: 'Middle', letter: 20 },
  thick: { line: 10, word: 'Thick', letter: 27 },
};
/** A way in which a tool works: what it is, in a word for below its icon as well. */
interface Mode<T extends string> {
  mode: T;
  word: string;
  short: string;
  icon: LineName;
}
const RUBBERS: Mode<RubberMode>[] = [
  { mode: 'whole', word: 'Whole strokes', short: 'Whole', icon: 'free' },
  { mode: 'touch', word: 'Just where it touches', short: 'Touch', icon: 'rubber' },
];
const MARKS: Mode<MarkMode>[] = [
  { mode: 'free', word: 'Draw freely', short: 'Free', icon: 'free' },
  { mode: 'words', word: 'Highlight words', short: 'Text', icon: 'marker' },
  { mode: 'strike', word: 'Strike out words', short: 'Strike', icon: 'strike' },
];

interface ChoiceProps {
  word: string;
  on: boolean;
  onPress: () => void;
  children: ReactNode;
}

function Choice({ word, on, onPress, children }: ChoiceProps) {
  return (
    <Pressable
      role="radio"
      aria-checked={on}
      aria-label={word}
      onPress={onPress}
      style={[styles.choice, on && styles.on]}
    >
      {children}
    </Pressable>
  );
}

/** One of a few ways in which a tool works. */
function ModePick<T extends string>({
  label,
  modes,
  chosen,
  onChoose,
}: {
  label: string;
  modes: readonly Mode<T>[];
  chosen: T;
  onChoose: (mode: T) => void;
}) {
  return (
    <View role="radiogroup" aria-label={label} style={styles.row}>
      {modes.map(({ mode, word, short, icon }) => (
        <Choice key={mode} word={word} on={chosen === mode} onPress={() => onChoose(mode)}>
          <UnderIcon icon={icon}>{short}</UnderIcon>
        </Choice>
      ))}
    </View>
  );
}

/**
 * What there is to choose for the tool in hand: three widths, sizes of words, how to rub, how to mark; else how to
 * begin.
 */
export function OptionPick() {
  const { tool, choices, rubber, mark, setWidth, setRubber, setMark } = useDrawing();
  if (tool === 'rubber') return <ModePick label="How to rub" modes={RUBBERS} chosen={rubber} onChoose={setRubber} />;
  if (tool === 'highlighter') return <ModePick label="How to mark" modes={MARKS} chosen={mark} onChoose={setMark} />;
  if (!isInkTool(tool) && tool !== 'words') {
    const how = TOOLS.find((known) => known.tool === tool)?.how;
    return how ? (
      <View style={styles.how}>
        <Text variant="bodySmall" aria-live="polite" style={styles.hint}>
          {how}
        </Text>
      </View>
    ) : null;
  }
  return (
    <View role="radiogroup" aria-label={tool === 'words' ? 'Size' : 'Width'} style={styles.row}>
      {WIDTH_NAMES.map((name) => (
        <Choice key={name} word={WIDTHS[name].word} on={choices[tool].width === name} onPress={() => setWidth(name)}>
          {tool === 'words' ? (
            <Text style={[styles.letter, { fontSize: WIDTHS[name].letter }]}>a</Text>
          ) : (
            <Svg width={30} height={30} viewBox="0 0 30 30" aria-hidden>
              <Path
                d="M5 20C10 6 18 26 25 9"
                fill="none"
                stroke={colours.ink}
                strokeWidth={WIDTHS[name].line}
                strokeLinecap="round"
              />
            </Svg>
          )}
        </Choice>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  choice: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  on: { backgroundColor: colours.ochre },
  how: { minHeight: TARGET.learner, maxWidth: 4 * TARGET.learner, paddingHorizontal: 6, justifyContent: 'center' },
  hint: { color: colours.ink, textAlign: 'center' },
  letter: { fontFamily: 'Andika', lineHeight: 36 },
});
