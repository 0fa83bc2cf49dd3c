import { ScrollView, StyleSheet, View } from 'react-native';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { PanelFaults } from '../../ui/Faults';
import { Pick } from '../../ui/Pick';
import { colours, OUTLINE } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { GivingQuestions } from './GivingQuestions';
import { PlanFoot } from './PlanFoot';
import { PlanForm } from './PlanForm';
import { PlanHead } from './PlanHead';
import { PlanIndex } from './PlanIndex';
import { PlanMenu } from './PlanMenu';
import { PlanPreview } from './PlanPreview';
import { usePlanHere, usePlanView } from './usePlanDesk';

/** The form; wide, with the way through it at its left and what a learner will see at its right. */
export function PlanLayout() {
  const wide = useWide();
  return (
    <View style={styles.screen} role="main">
      {wide ? (
        <View style={styles.columns}>
          <View style={styles.left}>
            <PlanIndex />
          </View>
          <Form wide />
          <PreviewBeside />
        </View>
      ) : (
        <Form wide={false} />
      )}
      <PlanFoot />
      <PlanMenu />
      <GivingQuestions />
      {!wide && <PreviewOver />}
    </View>
  );
}

function Form({ wide }: { wide: boolean }) {
  return (
    <ScrollView style={styles.middle} contentContainerStyle={wide ? styles.form : styles.phone}>
      <PlanHead />
      <PlanForm />
    </ScrollView>
  );
}

function PreviewBeside() {
  const { plan, zone, teacher, view } = usePlanHere();
  const preview = usePlanView((state) => state.preview);
  return (
    <View
      style={[styles.right, preview === 'wide' && styles.rightWide]}
      role="complementary"
      aria-label="As a learner sees it"
    >
      <Pick
        label="As a learner sees it"
        headed
        options={[
          { value: 'phone', word: 'Phone', icon: 'phone' },
          { value: 'wide', word: 'Wide', icon: 'full' },
        ]}
        chosen={preview}
        onChoose={(chosen) => view.setState({ preview: chosen })}
      />
      <PanelFaults>
        <PlanPreview plan={plan} wide={preview === 'wide'} zone={zone} teacher={teacher} />
      </PanelFaults>
    </View>
  );
}

/** A phone has no room beside the form: it is asked for. */
function PreviewOver() {
  const { plan, zone, teacher, view } = usePlanHere();
  const open = usePlanView(({ over }) => over === 'preview');
  const close = (): void => view.setState({ over: null });
  return (
    <Dialog
      visible={open}
      title="As a learner sees it"
      onClose={close}
      answers={<Button onPress={close}>Close</Button>}
    >
      <PanelFaults>
        <PlanPreview plan={plan} wide={false} zone={zone} teacher={teacher} />
      </PanelFaults>
    </Dialog>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  phone: { padding: 14, gap: 18, paddingBottom: 40 },
  columns: { flex: 1, flexDirection: 'row' },
  left: { width: 214, padding: 14, paddingTop: 76, borderRightWidth: OUTLINE, borderColor: colours.ink },
  middle: { flex: 1 },
  form: { padding: 18, gap: 20, maxWidth: 720, width: '100%', alignSelf: 'center', paddingBottom: 60 },
  right: {
    width: 392,
    padding: 18,
    gap: 14,
    borderLeftWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.desk,
  },
  rightWide: { width: '54%' },
});
