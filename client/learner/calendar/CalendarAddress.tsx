import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';

/** An address under which calendar programs find the same dates. */
export function CalendarAddress() {
  const [open, setOpen] = useState(false);
  const [address, setAddress] = useState<string | null>(null);
  const [says, setSays] = useState<{ words: string; calm: boolean } | null>(null);
  const act = (action: () => Promise<string | null>): void =>
    void action().then(
      (words) => setSays(words === null ? null : { words, calm: true }),
      (error: Error) => setSays({ words: error.message, calm: false }),
    );
  const make = async (): Promise<string> => {
    const made = await request('POST /calendar');
    setAddress(window.location.origin + made.address);
    return 'An address that was made before leads nowhere now.';
  };
  const copy = async (): Promise<string> => {
    await navigator.clipboard.writeText(address!);
    return 'Copied.';
  };
  const end = async (): Promise<string> => {
    await request('DELETE /calendar');
    setAddress(null);
    return 'The address leads nowhere now.';
  };
  return (
    <>
      <Button icon="out" onPress={() => setOpen(true)} style={styles.start}>
        In my own calendar
      </Button>
      <Dialog
        visible={open}
        title="In your own calendar"
        onClose={() => setOpen(false)}
        answers={<Button onPress={() => setOpen(false)}>Close</Button>}
      >
        <Text variant="bodyMedium">
          A calendar program can show these dates by a secret address. Whoever has it can read them, so keep it to
          yourself.
        </Text>
        {address && (
          <Text variant="bodySmall" selectable testID="calendar-address">
            {address}
          </Text>
        )}
        {says && <Notice calm={says.calm}>{says.words}</Notice>}
        <View style={styles.row}>
          <Button kind={address ? 'plain' : 'main'} onPress={() => act(make)}>
            {address ? 'Make another' : 'Make an address'}
          </Button>
          {address && (
            <Button icon="copy" onPress={() => act(copy)}>
              Copy
            </Button>
          )}
          <Button icon="bin" onPress={() => act(end)}>
            End it
          </Button>
        </View>
      </Dialog>
    </>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start', marginTop: 14 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
