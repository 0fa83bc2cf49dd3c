import { KEY_PICTURES, type KeyPicture as Name } from '@lippet/core/contract/pictureKey';
import type { Tappable } from '@lippet/core/contract/signIn';
import { tapYourPictures } from '@lippet/core/contract/signInWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign, HearTrouble, useSilentAfter } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { KeyPicture } from '../ui/KeyPicture';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { KeepChoice } from './KeepChoice';
import { useSession } from './useSession';

/** The pictures of one's key tapped in order; the last signs in. What is wrong stands below: the grid stays where it is. */
export function PictureKeyPad({ person, also, onBack }: { person: Tappable; also: boolean; onBack: () => void }) {
  const { signIn } = useSession();
  const [tapped, setTapped] = useState<Name[]>([]);
  const [keep, setKeep] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const tap = async (name: Name): Promise<void> => {
    const pictures = [...tapped, name];
    setTapped(pictures);
    setProblem(null);
    if (pictures.length < person.keyLength) return;
    setBusy(true);
    try {
      await signIn({ personId: person.id, pictures, keep, also });
    } catch (error) {
      setProblem((error as Error).message);
      setTapped([]);
    } finally {
      setBusy(false);
    }
  };

  const asked = tapYourPictures(person);
  useSilentAfter(asked.join(' '));
  return (
    <View style={styles.column}>
      <View style={styles.head}>
        <Text variant="displayMedium" role="heading" aria-level={1} style={styles.asked}>
          {asked.join('\n')}
        </Text>
        <HearSign text={asked.join(' ')} label="what to do" />
      </View>
      <HearTrouble text={asked.join(' ')} />
      <View style={styles.count} role="status" aria-label={`${tapped.length} of ${person.keyLength} tapped`}>
        {Array.from({ length: person.keyLength }, (_, i) => (
          <View key={i} style={[styles.slot, i < tapped.length && styles.full]} />
        ))}
      </View>
      <View style={styles.grid}>
        {KEY_PICTURES.map((name) => (
          <View key={name} style={styles.cell}>
            <Press
              aria-label={name}
              disabled={busy}
              onPress={() => void tap(name)}
              flat={tapped.includes(name)}
              fill={tapped.includes(name) ? colours.ochre : colours.scrap}
              style={[styles.picture, tapped.includes(name) && styles.sunk]}
            >
              <KeyPicture name={name} />
            </Press>
          </View>
        ))}
      </View>
      {problem && <Notice>{problem}</Notice>}
      <KeepChoice keep={keep} onChange={setKeep} />
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>{`Not ${person.name.split(' ')[0]}`}</Button>
        {tapped.length > 0 && !busy && (
          <Button icon="undo" onPress={() => setTapped([])}>
            Start over
          </Button>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  head: { flexDirection: 'row', alignItems: 'flex-start', gap: 10 },
  asked: { flex: 1 },
  count: { flexDirection: 'row', gap: 12 },
  slot: {
    flexShrink: 1,
    width: 56,
    height: 16,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  full: { backgroundColor: colours.ochre },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  cell: { width: '30%', flexGrow: 1, maxWidth: 150 },
  picture: { aspectRatio: 1, alignItems: 'center', justifyContent: 'center' },
  sunk: { transform: [{ translateX: 3 }, { translateY: 3 }] },
  row: { flexDirection: 'row', justifyContent: 'space-between', gap: 12 },
});
