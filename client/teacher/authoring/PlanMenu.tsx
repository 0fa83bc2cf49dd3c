import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { usePlanHere, usePlanView } from './usePlanDesk';

/** What is done with an activity as a whole. */
export function PlanMenu() {
  const { school, draft, view, afresh, copy, takeOut } = usePlanHere();
  const open = usePlanView(({ over }) => over === 'menu');
  const close = (): void => view.setState({ over: null });
  const away = school.state === 'archived';
  return (
    <Dialog visible={open} title="More" onClose={close} answers={<Button onPress={close}>Close</Button>}>
      <View style={styles.menu}>
        <Button icon="copy" onPress={() => void copy()}>
          Make a copy of it
        </Button>
        <Button icon="out" onPress={() => void takeOut()}>
          Take it out (ZIP)
        </Button>
        {school.changed && (
          <Button icon="undo" onPress={() => void afresh(() => draft.discard())}>
            Back to what learners see
          </Button>
        )}
        <Button icon="box" onPress={() => void afresh(() => draft.archive(!away))}>
          {away ? 'Take it out again' : 'Put it away'}
        </Button>
        {school.state === 'set' && (
          <Text variant="bodySmall">
            Put away, it takes no more work. All that was made stays with those who made it.
          </Text>
        )}
      </View>
    </Dialog>
  );
}

const styles = StyleSheet.create({ menu: { gap: 12 } });
