import { KEY_PICTURES, USUAL_KEY_LENGTH, type KeyPicture as Name } from '@lippet/core/contract/pictureKey';
import type { BodyOf } from '@lippet/core/contract/api';
import type { DeviceGroup } from '@lippet/core/contract/signIn';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { KeyPicture } from '../ui/KeyPicture';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { colours } from '../ui/theme';

interface Props {
  group: DeviceGroup;
  /** Throws where it is refused. */
  join: (given: BodyOf<'POST /joins'>) => Promise<void>;
  onBack: () => void;
}

/** Joining one activity by its code: a name, and three pictures of one's own to come back with. */
export default function JoinForm({ group, join, onBack }: Props) {
  const [name, setName] = useState('');
  const [pictures, setPictures] = useState<Name[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      await join({ name, pictures });
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>{`Join: ${group.joins}`}</Text>
      <Field label="What are you called?" value={name} onChangeText={setName} autoComplete="off" maxLength={80} />
      <Text variant="bodyLarge">{`Choose ${USUAL_KEY_LENGTH} pictures, one after another. With them you come back to your work.`}</Text>
      <View style={styles.chosen} role="status" aria-label={`Your pictures: ${pictures.join(', ') || 'none yet'}`}>
        {Array.from({ length: USUAL_KEY_LENGTH }, (_, i) => (
          <View key={i} style={styles.slot}>
            {pictures[i] ? (
              <KeyPicture name={pictures[i]} />
            ) : (
              <Text variant="titleLarge" style={{ color: colours.soft }}>
                {i + 1}
              </Text>
            )}
          </View>
        ))}
      </View>
      <View style={styles.grid}>
        {KEY_PICTURES.map((picture) => (
          <View key={picture} style={styles.cell}>
            <Press
              aria-label={picture}
              disabled={pictures.length === USUAL_KEY_LENGTH}
              onPress={() => setPictures([...pictures, picture])}
              style={styles.picture}
            >
              <KeyPicture name={picture} />
            </Press>
          </View>
        ))}
      </View>
      {problem && <Notice>{problem}</Notice>}
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>
          Back
        </Button>
        {pictures.length > 0 && (
          <Button icon="undo" onPress={() => setPictures([])}>
            Other pictures
          </Button>
        )}
        <Button
          kind="main"
          icon="forward"
          disabled={busy || name.trim() === '' || pictures.length < USUAL_KEY_LENGTH}
          onPress={() => void submit()}
        >
          Join
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  chosen: { flexDirection: 'row', gap: 12 },
  slot: {
    width: 84,
    height: 84,
    borderWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.ink,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.scrap,
  },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  cell: { width: '30%', flexGrow: 1, maxWidth: 150 },
  picture: { aspectRatio: 1, alignItems: 'center', justifyContent: 'center' },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
