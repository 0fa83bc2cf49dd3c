import { QUESTION_LIMITS, type Working } from '@lippet/core/questions/question';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Around, NearPart } from '../parts/partKind';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours } from '../ui/theme';

interface Props {
  working: Working;
  typed: string;
  around: Around;
  /** Null where nothing can be changed any more. */
  onType: ((typed: string) => void) | null;
}

/** Whether the working that a question asks for is there. */
export const hasWorking = (working: Working | null, typed: string, around: Around): boolean => {
  if (working?.needed !== true) return true;
  if (working.kind === 'typed') return typed.trim() !== '';
  return around.parts.some(({ id, begun }) => id === working.part && begun);
};

/** What the way to the other part says. */
function wayWords({ title, verb, begun, inPlace }: NearPart): string {
  if (inPlace) return `Open it large: ${title}`;
  return begun ? title : `${verb} it: ${title}`;
}

/** How one came to an answer: typed below it, or made in another part. */
export function WorkingBox({ working, typed, around, onType }: Props) {
  const label = working.needed ? 'How did you come to it? It has to be there' : 'How did you come to it? If you like';
  if (working.kind === 'typed')
    return onType ? (
      <Field label={label} value={typed} onChangeText={onType} maxLength={QUESTION_LIMITS.working} multiline />
    ) : (
      <Text variant="bodyLarge">{typed}</Text>
    );
  const part = around.parts.find(({ id }) => id === working.part);
  if (!part) return null;
  return (
    <View style={styles.box}>
      <Text variant="bodyMedium">{label}</Text>
      {part.inPlace?.()}
      <Press
        aria-label={part.begun && !part.inPlace ? `Show how: ${part.title}` : wayWords(part)}
        onPress={() => around.onPart(part.id)}
        style={styles.part}
      >
        {!part.inPlace && <View style={styles.picture}>{part.picture ?? <LineIcon name={part.icon} size={44} />}</View>}
        <Text variant="titleMedium" style={styles.words}>
          {wayWords(part)}
        </Text>
        <LineIcon name={part.begun ? 'tick' : 'forward'} size={24} />
      </Press>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 6 },
  part: { flexDirection: 'row', alignItems: 'center', gap: 12, padding: 10, backgroundColor: colours.scrap },
  picture: { width: 72, minHeight: 56, alignItems: 'center', justifyContent: 'center' },
  words: { flex: 1 },
});
