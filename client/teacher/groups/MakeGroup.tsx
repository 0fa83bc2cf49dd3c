import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { useOneAtATime } from '../../ui/useOneAtATime';

/** Begins a group: its name, then its learners. */
export function MakeGroup() {
  const router = useRouter();
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, run] = useOneAtATime();
  const id = useRef(crypto.randomUUID());
  const make = async (): Promise<void> => {
    try {
      await request('POST /groups', { id: id.current, name });
      await Promise.all([
        client.invalidateQueries({ queryKey: keys.classes }),
        client.invalidateQueries({ queryKey: keys.me }),
      ]);
      setOpen(false);
      router.push(`/group/${id.current}`);
      id.current = crypto.randomUUID();
      setName('');
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <Button icon="plus" onPress={() => setOpen(true)} style={{ alignSelf: 'flex-start' }}>
        Make a group
      </Button>
      <Dialog
        visible={open}
        title="A new group"
        problem={problem}
        onClose={() => setOpen(false)}
        answers={
          <>
            <Button onPress={() => setOpen(false)}>Not now</Button>
            <Button kind="main" disabled={isBusy || name.trim() === ''} onPress={() => void run(make)}>
              Make it
            </Button>
          </>
        }
      >
        <Field
          label="Its name"
          value={name}
          onChangeText={setName}
          maxLength={80}
          onSubmitEditing={() => void run(make)}
        />
      </Dialog>
    </>
  );
}
