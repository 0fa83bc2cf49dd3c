import { useEffect, useEffectEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../../ui/LineIcon';
import { Pick } from '../../../ui/Pick';
import { Press } from '../../../ui/Press';
import { colours } from '../../../ui/theme';
import type { AnsweringProps, EditingProps, QuestionUi } from '../../questionUi';

/** Leads to the part that it is made in, and shows what is there. */
function MadeAnswering({ question, answer, onAnswer, around }: AnsweringProps<'made'>) {
  const part = around?.parts.find(({ id }) => id === question.asked.part);
  const isThere = part?.begun === true;
  const noted = answer !== null;
  const note = useEffectEvent(() => onAnswer?.(isThere ? { made: true } : null));
  const mayNote = onAnswer !== null && part !== undefined;
  // The answer follows what is in the part.
  useEffect(() => {
    if (mayNote && isThere !== noted) note();
  }, [mayNote, isThere, noted]);
  if (!part) return <Text variant="bodyLarge">{answer ? 'It was made' : 'It is made in another part'}</Text>;
  const status = isThere ? 'Something is there' : `${part.verb} it there`;
  return (
    <Press aria-label={`${part.title}. ${status}`} onPress={() => around?.onPart(part.id)} style={styles.part}>
      <View style={styles.picture}>{part.picture ?? <LineIcon name={part.icon} size={56} />}</View>
      <View style={styles.words}>
        <Text variant="titleMedium">{part.title}</Text>
        <Text variant="bodyMedium" role="status">
          {status}
        </Text>
      </View>
      <LineIcon name="forward" size={28} />
    </Press>
  );
}

function MadeEditing({ settings, others, onSettings }: EditingProps<'made'>) {
  if (others.length === 0)
    return <Text variant="bodyMedium">Add a part to draw, photograph, say or film it in first.</Text>;
  return (
    <Pick
      label="It is answered in"
      headed
      options={others.map(({ id, title }) => ({ value: id, word: title }))}
      chosen={settings.part}
      onChoose={(part) => onSettings({ part })}
    />
  );
}

/** Drawn, photographed, said or filmed: in a part that is made for that. */
export const madeUi: QuestionUi<'made'> = {
  word: 'Made in another part',
  how: () => 'Press it, make it there, and come back',
  Answering: MadeAnswering,
  beginsWith: 'a part',
  Editing: MadeEditing,
};

const styles = StyleSheet.create({
  part: { flexDirection: 'row', alignItems: 'center', gap: 16, padding: 14, backgroundColor: colours.scrap },
  picture: { width: 76, minHeight: 76, alignItems: 'center', justifyContent: 'center' },
  words: { flex: 1, gap: 4 },
});
