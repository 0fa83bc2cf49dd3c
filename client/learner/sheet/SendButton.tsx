import { useState } from 'react';
import { StyleSheet, type StyleProp, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';

interface Props {
  /** There was something to send when that was counted last, a little after each change. */
  made: boolean;
  /** Whether there is something to send at this moment. */
  madeNow: () => boolean;
  main: boolean;
  style: StyleProp<ViewStyle>;
  onSend: () => void;
}

/**
 * The way to sending. It stands there from the start, because a sheet must not move under the first stroke; as long as
 * there is nothing to send, it says so.
 */
export function SendButton({ made, madeNow, main, style, onSend }: Props) {
  const [empty, setEmpty] = useState(false);
  return (
    <>
      <Button
        kind={made && main ? 'main' : 'plain'}
        icon="boat"
        onPress={() => (made || madeNow() ? onSend() : setEmpty(true))}
        style={[style, !made && styles.empty]}
      >
        Send
      </Button>
      <Dialog
        visible={empty}
        title="There is nothing to send yet"
        onClose={() => setEmpty(false)}
        answers={
          <Button kind="main" onPress={() => setEmpty(false)}>
            Back to the sheet
          </Button>
        }
      >
        <Text variant="bodyMedium">Draw, write, take a photo or record something first. Then it can be sent.</Text>
      </Dialog>
    </>
  );
}

const styles = StyleSheet.create({ empty: { borderStyle: 'dashed', boxShadow: 'none' as never } });
