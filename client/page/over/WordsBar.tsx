import { TEXT_ALIGNS, TEXT_FONTS, type TextAlign, type TextFont } from '@lippet/core/page/item';
import { TEXT_FACES } from '@lippet/core/page/textFaces';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  font: TextFont;
  align: TextAlign;
  onFont: (font: TextFont) => void;
  onAlign: (align: TextAlign) => void;
  onDone: () => void;
}

const ALIGN_WORDS: Record<TextAlign, string> = { left: 'Left', centre: 'Middle', right: 'Right' };
const ALIGN_SIDES = { left: 'flex-start', centre: 'center', right: 'flex-end' } as const;
/** Lengths of the lines that picture how words are aligned, in pixels. */
const LINES = [20, 13, 17];

/** How the words that are being written look. */
export function WordsBar({ font, align, onFont, onAlign, onDone }: Props) {
  return (
    <View style={styles.bar} role="toolbar" aria-label="How the words look">
      {TEXT_FONTS.map((choice) => {
        const { word, family, weight } = TEXT_FACES[choice];
        return (
          <Pressable
            key={choice}
            role="button"
            aria-pressed={font === choice}
            aria-label={word}
            onPress={() => onFont(choice)}
            style={[styles.choice, font === choice && styles.on]}
          >
            <Text style={{ fontFamily: family, fontWeight: `${weight}`, fontSize: 17 }}>{word}</Text>
          </Pressable>
        );
      })}
      {TEXT_ALIGNS.map((choice) => (
        <Pressable
          key={choice}
          role="button"
          aria-pressed={align === choice}
          aria-label={ALIGN_WORDS[choice]}
          onPress={() => onAlign(choice)}
          style={[styles.choice, align === choice && styles.on]}
        >
          <View style={{ gap: 4, alignItems: ALIGN_SIDES[choice] }}>
            {LINES.map((length) => (
              <View key={length} style={{ width: length, height: 2, backgroundColor: colours.ink }} />
            ))}
          </View>
        </Pressable>
      ))}
      <Pressable role="button" aria-label="Done with the words" onPress={onDone} style={[styles.choice, styles.done]}>
        <LineIcon name="tick" width={3} />
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    position: 'absolute',
    top: 8,
    alignSelf: 'center',
    flexDirection: 'row',
    flexWrap: 'wrap',
    maxWidth: '96%',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  choice: {
    minWidth: TARGET.learner,
    height: TARGET.learner,
    paddingHorizontal: 4,
    alignItems: 'center',
    justifyContent: 'center',
  },
  on: { backgroundColor: colours.ochre },
  done: { borderLeftWidth: OUTLINE, borderColor: colours.ink },
});
