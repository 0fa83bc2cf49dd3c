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
  /** @returns why it could not be taken away; null where it is */
  onTakeAway: (why: string) => Promise<string | null>;
}) {
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const takeAway = async (): Promise<void> => {
    const refusal = await onTakeAway(why);
    setProblem(refusal);
    if (refusal === null) onClose();
  };
  return (
    <Dialog
      visible
      title="Take this message away?"
      problem={problem}
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Leave it</Button>
          <Button kind="main" disabled={why.trim() === ''} onPress={() => void takeAway()}>
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
