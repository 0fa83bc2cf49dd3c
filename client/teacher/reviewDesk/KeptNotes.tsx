import { rankNotes, withName, withoutName } from '@lippet/core/review/keptNotes';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { Notice } from '../../ui/Notice';
import { colours, TARGET } from '../../ui/theme';

/** So many notes are offered at once; typing finds the others. */
const OFFERED = 6;
const KEY = ['kept-notes'];

interface Props {
  /** First name of the learner. */
  name: string;
  activityId: string;
  note: string;
  onUse: (words: string) => void;
}

/**
 * Notes that the teacher keeps: said again with the learner's name in them, found by typing, those of this activity
 * first.
 */
export function KeptNotes({ name, activityId, note, onUse }: Props) {
  const client = useQueryClient();
  const { data = [] } = useQuery({ queryKey: KEY, queryFn: () => request('GET /kept-notes') });
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const run = (action: Promise<unknown>): void => {
    action
      .then(
        () => setProblem(null),
        (error: Error) => setProblem(error.message),
      )
      .finally(() => void client.invalidateQueries({ queryKey: KEY }));
  };
  const toKeep = withoutName(note.trim(), name);
  const shown = rankNotes(data, activityId, typed).slice(0, OFFERED);
  return (
    <View style={styles.box}>
      <View style={styles.row}>
        {data.length > 0 && (
          <Button icon="list" label={open ? 'Close the notes I keep' : 'Notes I keep'} onPress={() => setOpen(!open)}>
            {open ? 'Close' : 'Notes I keep'}
          </Button>
        )}
        {toKeep !== '' && !data.some(({ words }) => words === toKeep) && (
          <Button
            icon="plus"
            onPress={() => run(request('POST /kept-notes', { id: crypto.randomUUID(), words: toKeep }))}
          >
            Keep this note
          </Button>
        )}
      </View>
      {problem && <Notice>{problem}</Notice>}
      {open && data.length > OFFERED && <Field label="Find a note" value={typed} onChangeText={setTyped} autoFocus />}
      {open &&
        shown.map(({ id, words }) => (
          <View key={id} style={styles.note}>
            <Press
              aria-label={`Say: ${withName(words, name)}`}
              style={styles.words}
              onPress={() => {
                onUse(withName(words, name));
                run(request('POST /kept-notes/:id/use', { id }, { activity: activityId }));
              }}
            >
              <Text variant="bodyMedium">{withName(words, name)}</Text>
            </Press>
            <Press
              flat
              aria-label={`Throw away: ${words}`}
              onPress={() => run(request('DELETE /kept-notes/:id', { id }))}
              style={styles.bin}
            >
              <LineIcon name="bin" size={18} />
            </Press>
          </View>
        ))}
      {open && shown.length === 0 && <Text variant="bodySmall">No note is like that.</Text>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  note: { flexDirection: 'row', gap: 4 },
  words: { flex: 1, padding: 10, minHeight: TARGET.adult, justifyContent: 'center' },
  bin: {
    width: TARGET.adult,
    minHeight: TARGET.adult,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
    backgroundColor: colours.paper,
  },
});
