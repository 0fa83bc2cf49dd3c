import type { GroupMember } from '@lippet/core/contract/groups';
import { KEY_LENGTHS, type KeyLength } from '@lippet/core/contract/pictureKey';
import { useState } from 'react';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/Pick';

interface Props {
  people: readonly GroupMember[];
  /** Why no keys could be made. */
  problem: string | null;
  onClose: () => void;
  /** @param length of keys that are pictures; undefined where nobody's is */
  onMake: (length: KeyLength | undefined) => void;
}

const LENGTHS = KEY_LENGTHS.map((length) => ({ value: String(length), word: String(length) }));

/** Asks before keys are made anew, and how many pictures those of pictures are to have. */
export function NewKeysQuestion({ people, problem, onClose, onMake }: Props) {
  const before = people.filter(({ keys }) => keys === 'picture').map(({ keyLength }) => keyLength);
  const [length, setLength] = useState(String(Math.max(KEY_LENGTHS[0], ...before)));
  const chosen = KEY_LENGTHS.find((offered) => String(offered) === length);
  return (
    <Dialog
      visible
      title={`New keys for ${people.length === 1 ? people[0]!.name : `${people.length} learners`}?`}
      problem={problem}
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Not now</Button>
          <Button kind="main" onPress={() => onMake(before.length > 0 ? chosen : undefined)}>
            Make new keys
          </Button>
        </>
      }
    >
      <Text variant="bodyMedium">
        Their old keys stop working, and they are signed out everywhere. Their work is kept.
      </Text>
      {before.length > 0 && (
        <Pick label="Pictures in a key" headed options={LENGTHS} chosen={length} onChoose={setLength} />
      )}
    </Dialog>
  );
}
