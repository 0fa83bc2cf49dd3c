import type { PlanGroup } from '@lippet/core/contract/activities';
import type { FolderView } from '@lippet/core/contract/class';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { request } from '../../api/request';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';

const NONE = '';

interface Props {
  group: PlanGroup;
  chosen: string | null;
  zone: string;
  onChoose: (folder: string | null) => void;
}

/** In which of a group's folders an activity lies; folders are made and changed here too. */
export function FolderPick({ group, chosen, zone, onChoose }: Props) {
  const [folders, setFolders] = useState(group.folders);
  const [open, setOpen] = useState<FolderView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const run = (action: Promise<FolderView[]>, then: () => void): void => {
    action.then(
      (all) => {
        setFolders(all);
        setOpen(null);
        setProblem(null);
        then();
      },
      (error: Error) => setProblem(error.message),
    );
  };
  const own = folders.find(({ id }) => id === chosen);
  const word = ({ title, opens }: FolderView): string =>
    opens !== null && opens > Date.now() ? `${title}, opens ${whenWords(opens, Date.now(), zone)}` : title;
  const known = open !== null && folders.some(({ id }) => id === open.id);
  return (
    <View style={styles.row}>
      {folders.length > 0 && (
        <Pick
          label={`Folder of ${group.name}`}
          headed
          options={[
            { value: NONE, word: 'In no folder' },
            ...folders.map((folder) => ({ value: folder.id, word: word(folder) })),
          ]}
          chosen={own ? own.id : NONE}
          onChoose={(id) => onChoose(id || null)}
        />
      )}
      <View style={styles.buttons}>
        <Button
          icon="box"
          label={`A new folder for ${group.name}`}
          onPress={() => setOpen({ id: crypto.randomUUID(), title: '', opens: null })}
        >
          New folder
        </Button>
        {own && (
          <Button label={`Change the folder ${own.title}`} onPress={() => setOpen(own)}>
            Change
          </Button>
        )}
      </View>
      {open && (
        <Dialog
          visible
          title={known ? 'Change the folder' : `A folder for ${group.name}`}
          problem={problem}
          onClose={() => setOpen(null)}
          answers={
            <>
              {known && (
                <Button
                  icon="bin"
                  onPress={() =>
                    run(
                      request('DELETE /folders/:id', { id: open.id }).then(() =>
                        folders.filter(({ id }) => id !== open.id),
                      ),
                      () => onChoose(null),
                    )
                  }
                >
                  Take it away
                </Button>
              )}
              <Button onPress={() => setOpen(null)}>Not now</Button>
              <Button
                kind="main"
                disabled={open.title.trim() === ''}
                onPress={() => run(request('PUT /groups/:id/folders', { id: group.id }, open), () => onChoose(open.id))}
              >
                Keep it
              </Button>
            </>
          }
        >
          <Field
            label="Its name, such as “Lighthouse week”"
            value={open.title}
            onChangeText={(title) => setOpen({ ...open, title })}
            maxLength={80}
          />
          <DateField
            label="All of it opens"
            value={open.opens}
            zone={zone}
            onChange={(opens) => setOpen({ ...open, opens })}
          />
        </Dialog>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: 10 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
