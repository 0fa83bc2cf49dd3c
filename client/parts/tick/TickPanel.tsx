import { answerOf } from '@lippet/core/parts/part';
import { setTick } from '@lippet/core/words/answers';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE, SHADOW } from '../../ui/theme';
import type { AnswerProps } from '../partKind';

/** A part that is done away from the screen: "I have done this". */
export function TickPanel({ part, doc, editable, progress, teacher }: AnswerProps<'tick'>) {
  const ticked = answerOf('tick', progress) !== null;
  return (
    <View style={styles.panel}>
      <Pressable
        role="checkbox"
        aria-checked={ticked}
        aria-label="I have done this"
        disabled={!editable}
        onPress={() => setTick(doc, part.id, !ticked)}
        style={[styles.box, editable && !ticked && styles.raised, ticked && styles.ticked]}
      >
        {ticked ? <LineIcon name="tick" size={90} width={3} /> : <View style={styles.empty} />}
      </Pressable>
      <Text variant="headlineMedium">{ticked ? 'I have done this' : 'Have you done it? Press here'}</Text>
      {part.confirm && (
        <Text variant="bodyMedium" style={styles.words}>{`${teacher} looks as well, and puts a seal on it.`}</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 20,
    padding: 24,
    backgroundColor: colours.desk,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  box: {
    width: 150,
    height: 150,
    borderWidth: OUTLINE * 2,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  raised: { boxShadow: `${SHADOW}px ${SHADOW}px 0 ${colours.ink}` },
  ticked: { backgroundColor: colours.ochre },
  empty: { width: 90, height: 90 },
  words: { textAlign: 'center', color: colours.soft },
});
