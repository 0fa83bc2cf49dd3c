import type { BodyOf } from '@lippet/core/contract/api';
import { decodeListText } from '@lippet/core/classList/listText';
import { guessColumns, readClassList, type ListColumns, type ListTrouble } from '@lippet/core/classList/readClassList';
import type { KeyCard } from '@lippet/core/contract/groups';
import { KEY_LENGTHS, USUAL_KEY_LENGTH, type KeyLength } from '@lippet/core/contract/pictureKey';
import Papa from 'papaparse';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { askForFiles } from '../../ui/askForFiles';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  groupId: string;
  onAdded: (cards: KeyCard[]) => void;
  onClose: () => void;
}

interface List {
  rows: string[][];
  headed: boolean;
  columns: ListColumns;
  /** Lines of those who are not to be added. */
  leftOut: ReadonlySet<number>;
  /** What could not be read as lines and columns. */
  broken: ListTrouble[];
}

const NONE = '-1';
/** How they sign in: with so many pictures, or with a password. */
type KeyChoice = `${KeyLength}` | 'password';
const KEY_CHOICES: readonly { value: KeyChoice; word: string }[] = [
  ...KEY_LENGTHS.map((length) => ({ value: `${length}` as const, word: `${length} pictures` })),
  { value: 'password', word: 'A password' },
];
/** The same as school is asked for it; a password has no length. */
function keysOf(choice: KeyChoice): Pick<BodyOf<'POST /groups/:id/learners'>, 'keys' | 'keyLength'> {
  const keyLength = KEY_LENGTHS.find((length) => `${length}` === choice);
  return keyLength ? { keys: 'picture', keyLength } : { keys: 'password', keyLength: USUAL_KEY_LENGTH };
}
/** What the reader of CSV finds wrong, in words that help. */
const BROKEN_LINES = 'There is a quotation mark too many, or one that is missing.';
const TROUBLES_SHOWN = 12;

function listOf(text: string): List {
  const { data, errors } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: false });
  const broken = errors
    .filter(({ type }) => type === 'Quotes')
    .map(({ row }) => ({ line: (row ?? 0) + 1, words: BROKEN_LINES }));
  return { rows: data, leftOut: new Set(), broken, ...guessColumns(data) };
}

/**
 * Learners from names that are typed or pasted, or from a CSV file: nobody is added while any line has something wrong.
 */
export function AddLearners({ groupId, onAdded, onClose }: Props) {
  const [text, setText] = useState('');
  const [list, setList] = useState<List | null>(null);
  const [keys, setKeys] = useState<KeyChoice>(`${USUAL_KEY_LENGTH}`);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // Made once for each list: sending it twice adds it once.
  const ids = useRef<string[]>([]);
  const take = (words: string): void => {
    ids.current = [];
    setText(words);
    setProblem(null);
    setList(words.trim() === '' ? null : listOf(words));
  };
  const bring = async (): Promise<void> => {
    const [file] = await askForFiles('.csv,text/csv,text/plain');
    if (!file) return;
    try {
      take(decodeListText(new Uint8Array(await file.arrayBuffer())));
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const { lines, learners, troubles } = list
    ? readClassList(list.rows, list)
    : { lines: [], learners: [], troubles: [] };
  const wrong = [...(list?.broken ?? []), ...troubles];
  const width = Math.max(1, ...(list?.rows ?? []).map((row) => row.length));
  const options = Array.from({ length: width }, (_, i) => ({
    value: String(i),
    word: (list?.headed && list.rows[0]?.[i]?.trim()) || `Column ${i + 1}`,
  }));
  const setColumn = (change: Partial<ListColumns>): void =>
    setList(list && { ...list, columns: { ...list.columns, ...change } });
  const setWanted = (line: number, wanted: boolean): void => {
    if (!list) return;
    ids.current = [];
    const leftOut = new Set(list.leftOut);
    if (wanted) leftOut.delete(line);
    else leftOut.add(line);
    setList({ ...list, leftOut });
  };
  const add = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const named = learners.map((learner, i) => ({ id: ids.current[i] ?? crypto.randomUUID(), ...learner }));
    // The same ones again where school could not be reached.
    ids.current = named.map(({ id }) => id);
    try {
      onAdded(
        await request(
          'POST /groups/:id/learners',
          { id: groupId },
          {
            ...keysOf(keys),
            learners: named,
          },
        ),
      );
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <View style={styles.box}>
      <Field label="Names, one on each line, or a class list" value={text} onChangeText={take} multiline />
      <Button icon="pages" onPress={() => void bring()} style={styles.start}>
        From a CSV file
      </Button>
      {list && list.rows.length > 1 && (
        <View style={styles.columns} role="group" aria-label="What is in which column">
          <Pick
            label="First line"
            headed
            options={[
              { value: 'heads', word: 'Headings' },
              { value: 'data', word: 'A learner' },
            ]}
            chosen={list.headed ? 'heads' : 'data'}
            onChoose={(first) => setList({ ...list, headed: first === 'heads' })}
          />
          {width > 1 && (
            <>
              <Pick
                label="Name, or given name"
                headed
                options={options}
                chosen={String(list.columns.name)}
                onChoose={(column) => setColumn({ name: Number(column) })}
              />
              <Pick
                label="Family name"
                headed
                options={[{ value: NONE, word: 'None' }, ...options]}
                chosen={String(list.columns.family ?? NONE)}
                onChoose={(column) => setColumn({ family: column === NONE ? null : Number(column) })}
              />
              <Pick
                label="Sign-in name"
                headed
                options={[{ value: NONE, word: 'Made here' }, ...options]}
                chosen={String(list.columns.signIn ?? NONE)}
                onChoose={(column) => setColumn({ signIn: column === NONE ? null : Number(column) })}
              />
            </>
          )}
        </View>
      )}
      {wrong.length > 0 && (
        <View style={styles.troubles} role="alert">
          {wrong.slice(0, TROUBLES_SHOWN).map(({ line, words }, i) => (
            <Text key={i} variant="labelMedium">{`Line ${line}: ${words}`}</Text>
          ))}
          {wrong.length > TROUBLES_SHOWN && (
            <Text variant="labelMedium">{`and ${wrong.length - TROUBLES_SHOWN} more`}</Text>
          )}
        </View>
      )}
      {lines.length > 1 && (
        <View style={styles.names} role="group" aria-label="Who is added">
          {lines.map(({ line, name, signInName }) => (
            <View key={line} style={styles.name}>
              <TickBox
                word={name || `Line ${line}: no name`}
                below={signInName ?? undefined}
                on={!list?.leftOut.has(line)}
                onChange={(wanted) => setWanted(line, wanted)}
              />
            </View>
          ))}
        </View>
      )}
      <Pick label="They sign in with" headed options={KEY_CHOICES} chosen={keys} onChoose={setKeys} />
      {problem && <Notice>{problem}</Notice>}
      <View style={styles.row}>
        <Button onPress={onClose}>Not now</Button>
        <Button
          kind="main"
          icon="plus"
          disabled={busy || learners.length === 0 || wrong.length > 0}
          onPress={() => void add()}
        >
          {learners.length > 1 ? `Add ${learners.length} learners` : 'Add the learner'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 14, padding: 16, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  start: { alignSelf: 'flex-start' },
  columns: { gap: 12 },
  names: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 20 },
  name: { width: 230, maxWidth: '100%' },
  troubles: { backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12, gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, justifyContent: 'flex-end' },
});
