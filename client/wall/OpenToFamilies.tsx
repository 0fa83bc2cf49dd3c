import type { WallView } from '@lippet/core/contract/wall';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Pick } from '../ui/Pick';

interface Props {
  wall: WallView;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}

const NAMES = [
  { value: 'named', word: 'With names' },
  { value: 'nameless', word: 'Without names' },
] as const;
const DAYS = [
  { value: '7', word: 'A week' },
  { value: '14', word: 'Two weeks' },
  { value: '30', word: 'A month' },
] as const;

/** A teacher opens a wall to the families of the group, until a time, or closes it. */
export function OpenToFamilies({ wall, act }: Props) {
  const [asking, setAsking] = useState(false);
  const [names, setNames] = useState<(typeof NAMES)[number]['value']>('nameless');
  const [days, setDays] = useState<(typeof DAYS)[number]['value']>('7');
  const set = async (opening: { named: boolean; days: number } | null): Promise<void> => {
    const place = { id: wall.activityId, group: wall.group.id };
    const done = await act(() => request('PUT /activities/:id/groups/:group/wall/families', place, { opening }));
    if (done) setAsking(false);
  };
  if (wall.families !== null)
    return (
      <View style={styles.row}>
        <Button kind="chosen" icon="lock" onPress={() => void set(null)}>
          Close it to families
        </Button>
        <CopyAddress wall={wall} />
      </View>
    );
  return (
    <>
      <Button icon="now" onPress={() => setAsking(true)} style={styles.start}>
        Open it to families
      </Button>
      <Dialog
        visible={asking}
        title="Open the wall to families?"
        onClose={() => setAsking(false)}
        answers={
          <>
            <Button onPress={() => setAsking(false)}>Not now</Button>
            <Button kind="main" icon="now" onPress={() => void set({ named: names === 'named', days: Number(days) })}>
              Open it
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">
          {`Families of ${wall.group.name} see what hangs, and not what is said to it. Whoever made something reads that here.`}
        </Text>
        <Pick label="Names" headed options={NAMES} chosen={names} onChoose={setNames} />
        <Pick label="For how long" headed options={DAYS} chosen={days} onChoose={setDays} />
      </Dialog>
    </>
  );
}

/** The address of the wall, to be sent to families. It leads nowhere once the wall is closed to them. */
function CopyAddress({ wall }: Pick<Props, 'wall'>) {
  const [told, setTold] = useState<string | null>(null);
  const copy = async (): Promise<void> => {
    const address = `${window.location.origin}/wall/${wall.activityId}?group=${wall.group.id}`;
    try {
      await navigator.clipboard.writeText(address);
      setTold('Copied. Families sign in there, and nobody else sees it.');
    } catch {
      setTold(`It can’t be copied here. This is it: ${address}`);
    }
  };
  return (
    <>
      <Button icon="copy" onPress={() => void copy()}>
        Copy its address for families
      </Button>
      {told && (
        <Text variant="bodyMedium" role="status" selectable>
          {told}
        </Text>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start' },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
});
