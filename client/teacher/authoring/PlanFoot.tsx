import type { PlanView } from '@lippet/core/contract/activities';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { draftWords } from './planDraft';
import { usePlanHere } from './usePlanDesk';

/** Who sees what of it now. */
function statusWords({ state, changed }: PlanView, groups: string): string {
  if (state === 'draft') return 'A draft. Nobody sees it yet';
  if (state === 'archived') return 'Put away. Learners keep what they made';
  return changed ? 'Learners see it without your last changes' : `Learners of ${groups} see this`;
}

/** Who sees the activity, where its last changes are, and giving it out. */
export function PlanFoot() {
  const wide = useWide();
  const { plan, school, state, home, nameOf, view } = usePlanHere();
  const way = useStore(mediaOutbox.state, (outbox) => {
    const files = onTheirWay(outbox, home);
    return files && wayWords(files);
  });
  const groups = plan.groups.map(({ group }) => nameOf(group)).join(', ');
  return (
    <View style={[styles.foot, wide && styles.footWide]}>
      <View style={wide && styles.grow}>
        <Text variant="labelMedium">{statusWords(school, groups)}</Text>
        <Text variant="bodySmall" style={{ color: colours.soft }} role="status" aria-live="polite" testID="draft-line">
          {way ? `${draftWords(state)}, ${way}` : draftWords(state)}
        </Text>
      </View>
      <View style={styles.buttons}>
        {!wide && (
          <Button icon="eye" label="See it as a learner" onPress={() => view.setState({ over: 'preview' })}>
            See it
          </Button>
        )}
        {school.state !== 'archived' && <GiveOut groups={groups} />}
      </View>
    </View>
  );
}

function GiveOut({ groups }: { groups: string }) {
  const wide = useWide();
  const { school, state, tasks, giveOut } = usePlanHere();
  const busy = useStore(tasks.state, ({ step }) => step === 'busy');
  const settled = school.state === 'set' && !school.changed && state.saved === 'saved';
  const setIt = groups ? `Set it for ${groups}` : 'Set it';
  const give = school.state === 'draft' ? setIt : 'Give out the changes';
  return (
    <Button
      kind={settled ? 'plain' : 'main'}
      icon={settled ? 'tick' : 'forward'}
      disabled={busy || settled}
      onPress={() => void giveOut()}
      style={!wide && styles.grow}
    >
      {settled ? 'Given out' : give}
    </Button>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1 },
  footWide: { flexDirection: 'row', alignItems: 'center' },
  buttons: { flexDirection: 'row', gap: 14 },
  foot: {
    gap: 8,
    paddingHorizontal: 16,
    paddingTop: 10,
    paddingBottom: 14,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
});
