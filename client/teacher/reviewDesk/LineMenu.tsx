import { isToDo } from '@lippet/core/schedule/nowList';
import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import {
  FILTER_WORDS,
  filterCounts,
  LINE_FILTERS,
  LINE_ORDERS,
  ORDER_WORDS,
  type LineFilter,
  type LineOrder,
} from '@lippet/core/review/lineOrder';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ActivityExport } from '../../page/takeOut/GoExport';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/Pick';

interface Props {
  visible: boolean;
  onClose: () => void;
  activityId: string;
  title: string;
  line: readonly QueuedPiece[];
  order: LineOrder;
  filter: LineFilter;
  onOrder: (order: LineOrder) => void;
  onFilter: (filter: LineFilter) => void;
  onKeys: () => void;
  /** How many have work to do here and have not sent it. */
  unsent: number;
  busy: boolean;
  onRemind: () => void;
}

/** What can be done with the line as a whole: which pieces hang on it and how, reminding, taking all of it out. */
export function LineMenu({
  visible,
  onClose,
  activityId,
  title,
  line,
  order,
  filter,
  onOrder,
  onFilter,
  onKeys,
  unsent,
  busy,
  onRemind,
}: Props) {
  const counts = filterCounts(line);
  const filters = LINE_FILTERS.filter((offered) => offered === 'all' || offered === filter || counts[offered] > 0);
  return (
    <Dialog visible={visible} title="The line" onClose={onClose} answers={<Button onPress={onClose}>Close</Button>}>
      <Pick
        label="Which pieces"
        headed
        options={filters.map((value) => ({ value, word: `${FILTER_WORDS[value]} (${counts[value]})` }))}
        chosen={filter}
        onChoose={onFilter}
      />
      <Pick
        label="In which order"
        headed
        options={LINE_ORDERS.map((value) => ({ value, word: ORDER_WORDS[value] }))}
        chosen={order}
        onChoose={onOrder}
      />
      {unsent > 0 && (
        <Button
          icon="bell"
          disabled={busy}
          label={`Remind ${unsent} to send`}
          onPress={onRemind}
          style={styles.start}
        >{`Remind ${unsent} to send`}</Button>
      )}
      <View style={styles.out}>
        <Text variant="labelMedium">All that was sent, with and without your marks</Text>
        <ActivityExport activityId={activityId} title={title} />
      </View>
      <Button icon="keyboard" onPress={onKeys} style={styles.start}>
        Keys
      </Button>
    </Dialog>
  );
}

/** How many wait, how many outcomes are held and not told, and how many are done and not sent. */
export const lineCounts = (line: readonly QueuedPiece[]): { waiting: number; held: number; unsent: number } => ({
  waiting: line.filter(({ status }) => status.state === 'with-teacher').length,
  held: line.filter(({ held, status }) => held !== null && status.state === 'with-teacher').length,
  unsent: line.filter(({ status }) => isToDo(status)).length,
});

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start' },
  out: { gap: 6 },
});
