import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { showAnew } from './planDeskView';
import { usePlanHere } from './usePlanDesk';

/** The way back, undo and the menu; below it what went wrong. */
export function PlanHead() {
  const { plan, state, draft, view } = usePlanHere();
  const undo = (): void => {
    draft.undo();
    showAnew(view);
  };
  return (
    <>
      <View style={styles.head}>
        <View style={styles.grow}>
          <BackHead title={plan.title || 'A new activity'} home="/activities" />
        </View>
        {state.mayUndo && (
          <Press flat aria-label="Undo the last step" onPress={undo} style={styles.tool}>
            <LineIcon name="undo" />
          </Press>
        )}
        <Press flat aria-label="More" onPress={() => view.setState({ over: 'menu' })} style={styles.tool}>
          <LineIcon name="more" />
        </Press>
      </View>
      <Troubles />
    </>
  );
}

function Troubles() {
  const { state, draft, tasks, afresh } = usePlanHere();
  const why = useStore(tasks.state, (task) => (task.step === 'failed' ? task.why : null));
  return (
    <>
      {why && <Notice>{why}</Notice>}
      {state.saved === 'conflict' && (
        <View style={styles.conflict} role="alert">
          <Text variant="labelLarge">{state.trouble}</Text>
          <Button onPress={() => void afresh(() => draft.takeTheirs())} style={styles.start}>
            Show what is there now
          </Button>
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  grow: { flex: 1 },
  tool: {
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  conflict: { backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink, padding: 14, gap: 12 },
  start: { alignSelf: 'flex-start' },
});
