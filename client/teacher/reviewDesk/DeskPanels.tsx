import { readPages } from '@lippet/core/page/document';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { TaskDetails, type TaskFacts } from '../../task/TaskCard';
import { TakeOutFormats } from '../../page/takeOut/TakeOutFormats';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import { LineMenu, lineCounts } from './LineMenu';
import { useDeskHere } from './useDesk';
import { allDeskKeys } from './useDeskKeys';

/** The dialogs of the desk; one of them at a time. */
export function DeskPanels() {
  const { view } = useDeskHere();
  const panel = useStore(view, (state) => state.panel);
  const close = (): void => view.setState({ panel: null });
  return (
    <>
      <QueuePanel visible={panel === 'queue'} onClose={close} />
      <AskedPanel visible={panel === 'task'} onClose={close} />
      <CopyPanel visible={panel === 'copy'} onClose={close} />
      <KeysPanel visible={panel === 'keys'} onClose={close} />
    </>
  );
}

interface PanelProps {
  visible: boolean;
  onClose: () => void;
}

function QueuePanel({ visible, onClose }: PanelProps) {
  const { activity, busy, queue, remind, view } = useDeskHere();
  const order = useStore(view, (state) => state.order);
  const filter = useStore(view, (state) => state.filter);
  return (
    <LineMenu
      visible={visible}
      onClose={onClose}
      activityId={activity.activityId}
      title={activity.title}
      line={queue.all}
      order={order}
      filter={filter}
      onOrder={(chosen) => view.setState({ order: chosen })}
      onFilter={(chosen) => view.setState({ filter: chosen })}
      unsent={lineCounts(queue.all).unsent}
      busy={busy}
      onKeys={() => view.setState({ panel: 'keys' })}
      onRemind={() => {
        onClose();
        remind(null);
      }}
    />
  );
}

/** What the learners were asked, as they see it. */
function AskedPanel({ visible, onClose }: PanelProps) {
  const { activity, view, zone } = useDeskHere();
  // What good work shows stands in the answer.
  const facts: TaskFacts = {
    ...activity.task,
    materials: activity.materials,
    later: { afterSending: 0, next: null },
    rubric: [],
  };
  return (
    <Dialog
      visible={visible}
      title="What was asked"
      onClose={onClose}
      answers={
        <>
          <Button icon="pen" to={`/make/${activity.activityId}`}>
            The whole activity
          </Button>
          <Button onPress={onClose}>Close</Button>
        </>
      }
    >
      <ScrollView
        style={styles.task}
        contentContainerStyle={styles.taskWords}
        tabIndex={0}
        role="group"
        aria-label="Task"
      >
        <TaskDetails facts={facts} zone={zone} onLook={(material) => view.setState({ panel: 'material', material })} />
      </ScrollView>
    </Dialog>
  );
}

function CopyPanel({ visible, onClose }: PanelProps) {
  const { activity, inHand, queue } = useDeskHere();
  const { doc, marks, shown } = inHand;
  return (
    <Dialog
      visible={visible}
      title="Take a copy out"
      onClose={onClose}
      answers={<Button onPress={onClose}>Close</Button>}
    >
      {doc && shown.page && marks.live && marks.loaded ? (
        <TakeOutFormats
          title={`${activity.title}, ${queue.piece.name}`}
          doc={doc}
          pages={readPages(doc)}
          page={shown.page}
          marks={marks.live.doc}
        />
      ) : (
        <Text variant="bodyMedium">The marks are on their way …</Text>
      )}
    </Dialog>
  );
}

function KeysPanel({ visible, onClose }: PanelProps) {
  return (
    <Dialog visible={visible} title="Keys" onClose={onClose} answers={<Button onPress={onClose}>Close</Button>}>
      <ScrollView style={styles.keys} tabIndex={0} role="group" aria-label="All keys">
        {allDeskKeys().map(({ key, word }) => (
          <View key={key} style={styles.keyRow}>
            <View style={styles.key}>
              <Text variant="labelMedium">{key}</Text>
            </View>
            <Text variant="bodyMedium" style={styles.grow}>
              {word}
            </Text>
          </View>
        ))}
      </ScrollView>
    </Dialog>
  );
}

const styles = StyleSheet.create({
  task: { maxHeight: 420 },
  taskWords: { gap: 14 },
  grow: { flex: 1 },
  keys: { maxHeight: 420 },
  keyRow: { flexDirection: 'row', alignItems: 'center', gap: 14, paddingVertical: 3 },
  key: {
    minWidth: 96,
    height: 34,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
