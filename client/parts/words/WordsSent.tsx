import { answerText } from '@lippet/core/words/answers';
import { countWords } from '@lippet/core/words/countWords';
import { plainWords } from '@lippet/core/words/richText';
import { ScrollView, StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';
import { RichWords } from '../../words/RichWords';
import { counted } from '../counted';
import type { SentProps } from '../partKind';

/** A written answer, as it was sent. */
export function WordsSent({ part, doc }: SentProps<'words'>) {
  const text = answerText(doc, part.id);
  return (
    <ScrollView style={styles.paper} contentContainerStyle={styles.words}>
      <RichWords text={text} size={19} />
      <Text variant="bodySmall" style={{ color: colours.soft }}>
        {counted(countWords(plainWords(text)), 'word')}
      </Text>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  paper: { flex: 1, backgroundColor: colours.desk },
  words: {
    margin: 20,
    padding: 24,
    gap: 16,
    maxWidth: 760,
    width: 'auto',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
