import { LIMITS } from '@lippet/core/contract/limits';
import { useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { colours } from '../../ui/theme';

/** What is kept of a go for teachers alone. */
export function Aside({ words, onChange }: { words: string; onChange: ((words: string) => void) | null }) {
  const [open, setOpen] = useState(false);
  if (!onChange)
    return words ? (
      <Text variant="bodySmall" style={{ color: colours.soft }}>{`Only teachers see: ${words}`}</Text>
    ) : null;
  if (!open && words === '')
    return (
      <Button icon="lock" label="Private note for teachers" onPress={() => setOpen(true)}>
        Private
      </Button>
    );
  return (
    <View style={{ flexBasis: '100%' }}>
      <Field label="Only teachers see this" value={words} onChangeText={onChange} multiline maxLength={LIMITS.note} />
    </View>
  );
}
