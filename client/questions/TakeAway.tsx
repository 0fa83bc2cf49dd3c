import { useState } from 'react';
import { Text } from 'react-native-paper';
import { Dialog } from '../ui/Dialog';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';

/** Asks why something that was said is taken away, before it is. */
export function TakeAway({
  onClose,
  onTakeAway,
}: {
  onClose: () => void;
  onTakeAway: (why: string) => Promise<boolean>;
}) {
  const [why, setWhy] = useState('');
  return (
    <Dialog
      visible
      title="Take this message away?"
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Leave it</Button>
          <Button
            kind="main"
            disabled={why.trim() === ''}
            onPress={() => void onTakeAway(why).then((gone) => gone && onClose())}
          >
            Take it away
          </Button>
        </>
      }
    >
      <Text variant="bodyMedium">Who wrote it sees that it was taken away, and why.</Text>
      <Field label="Why" value={why} onChangeText={setWhy} />
    </Dialog>
  );
}
