import { answerWords } from '@lippet/core/words/answers';
import { StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { faces } from '../../ui/theme';
import type { SmallProps } from '../partKind';

/** The beginning of a written answer, among those of others. */
export function WordsSmall({ part, doc }: SmallProps<'words'>) {
  return (
    <Text style={styles.text} numberOfLines={12}>
      {answerWords(doc, part.id)}
    </Text>
  );
}

const styles = StyleSheet.create({
  text: { fontFamily: faces.reading, fontSize: 15, lineHeight: 22, alignSelf: 'stretch' },
});
