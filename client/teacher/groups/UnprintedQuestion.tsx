import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';

interface Props {
  /** How many keys would be gone. */
  count: number;
  onStay: () => void;
  onLeave: () => void;
}

/** Asks before new keys that nobody has printed are left behind. */
export function UnprintedQuestion({ count, onStay, onLeave }: Props) {
  return (
    <Dialog
      visible
      title="These keys are not printed"
      onClose={onStay}
      answers={
        <>
          <Button onPress={onLeave}>Leave without them</Button>
          <Button kind="main" onPress={onStay}>
            Stay here
          </Button>
        </>
      }
    >
      <Text variant="bodyMedium">
        {count === 1
          ? 'The new key is shown this once. If you go now, nobody can look it up; you can only make another.'
          : `The ${count} new keys are shown this once. If you go now, nobody can look them up; you can only make others.`}
      </Text>
    </Dialog>
  );
}
