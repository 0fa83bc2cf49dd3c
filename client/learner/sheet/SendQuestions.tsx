import type { SendCheck } from '@lippet/core/piece/sendChecks';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';

/** Somebody who is still speaking wants to send. */
export function SpeakingQuestion({ onGoOn, onSend }: { onGoOn: () => void; onSend: () => void }) {
  return (
    <Dialog
      visible
      onClose={onGoOn}
      title="Your note is not finished"
      answers={
        <>
          <Button icon="voice" onPress={onGoOn}>
            Go on speaking
          </Button>
          <Button kind="main" icon="boat" onPress={onSend}>
            End it and send
          </Button>
        </>
      }
    >
      <Text variant="bodyLarge">You are still saying a note. It goes along once you have ended it.</Text>
    </Dialog>
  );
}

interface FlawsProps {
  /** What has to be done first; or, where nothing has to, what looks wrong. */
  checks: readonly SendCheck[];
  teacher: string;
  /** How one begins with the first thing that is needed. */
  makeWord: string;
  onClose: () => void;
  onLook: () => void;
  onSend: () => void;
}

/** Something is missing, or looks wrong. */
export function FlawsQuestion({ checks, teacher, makeWord, onClose, onLook, onSend }: FlawsProps) {
  const needed = checks.some((check) => check.needed);
  return (
    <Dialog
      visible
      onClose={onClose}
      title={needed ? 'Not yet' : 'Send it as it is?'}
      answers={
        needed ? (
          <>
            <Button onPress={onClose}>Later</Button>
            <Button kind="main" icon="pen" onPress={onLook}>
              {makeWord}
            </Button>
          </>
        ) : (
          <>
            <Button onPress={onSend}>Send it as it is</Button>
            <Button kind="main" icon="eye" onPress={onLook}>
              Look at it first
            </Button>
          </>
        )
      }
    >
      {checks.map(({ words }, i) => (
        <Text key={i} variant="bodyLarge">
          {words}
        </Text>
      ))}
      <Text variant="bodyMedium">
        {needed
          ? `${teacher} needs ${checks.length > 1 ? 'these' : 'this'} before it can go. What you made is kept.`
          : `${teacher} gets it like this if you send it now.`}
      </Text>
    </Dialog>
  );
}
