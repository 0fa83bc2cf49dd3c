import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { SignedIn } from '../signIn/SignedIn';
import { useSession } from '../signIn/useSession';
import { useDrawing } from '../stores/drawing';
import { useReading } from '../stores/reading';
import { Ask } from '../ui/Ask';
import { BackHead } from '../ui/BackHead';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Say } from '../ui/Say';
import { Scrap } from '../ui/Scrap';
import { Screen } from '../ui/Screen';
import { colours } from '../ui/theme';

export default function MePage() {
  const { signOut } = useSession();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { leftHanded, setLeftHanded, penSeen, forgetPen } = useDrawing();
  const reading = useReading();
  const leave = (everywhere: boolean): void => void signOut(everywhere).catch((error: Error) => setProblem(error.message));
  return (
    <SignedIn>
      {(me) => (
        <Screen>
          <BackHead title="You" />
          <Scrap style={styles.card}>
            <Badge name={me.name} colour={me.badge} size={64} />
            <View style={styles.words}>
              <Text variant="headlineSmall">{me.name}</Text>
              <Text variant="bodySmall" style={{ color: colours.soft }}>{`${me.groups.map(({ name }) => name).join(', ')} · ${me.school.name}`}</Text>
              <Text variant="bodySmall" style={{ color: colours.soft }}>{me.kept ? 'Signed in to stay on this device' : 'Signed in for this visit'}</Text>
            </View>
          </Scrap>
          {problem && <Say>{problem}</Say>}
          <Button kind="main" large icon="people" onPress={() => leave(false)}>Change person</Button>
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>Drawing</Text>
          <View style={styles.row}>
            <Text variant="bodyMedium" style={styles.words}>The hand you draw with</Text>
            <Button kind={leftHanded ? 'chosen' : 'plain'} label="Draw with the left hand" onPress={() => setLeftHanded(true)}>Left</Button>
            <Button kind={leftHanded ? 'plain' : 'chosen'} label="Draw with the right hand" onPress={() => setLeftHanded(false)}>Right</Button>
          </View>
          {penSeen && (
            <View style={styles.row}>
              <Text variant="bodyMedium" style={styles.words}>A pen is used here, so fingers only move the page.</Text>
              <Button onPress={forgetPen}>Draw with fingers too</Button>
            </View>
          )}
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>Reading and hearing</Text>
          <Pick label="Size of texts" headed options={[{ value: 'usual', word: 'Usual' }, { value: 'large', word: 'Large' }, { value: 'largest', word: 'Largest' }]} chosen={reading.size} onChoose={(size) => reading.set({ size })} />
          <Pick label="Letters" headed options={[{ value: 'school', word: 'As at school' }, { value: 'plain', word: 'Plain' }]} chosen={reading.letters} onChoose={(letters) => reading.set({ letters })} />
          <Pick label="The voice speaks" headed options={[{ value: 'slow', word: 'Slowly' }, { value: 'middle', word: 'As usual' }, { value: 'fast', word: 'Fast' }]} chosen={reading.speed} onChoose={(speed) => reading.set({ speed })} />
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>Other devices</Text>
          <Button icon="leave" onPress={() => setAsking(true)}>Sign out everywhere</Button>
          <Ask
            visible={asking} title="Sign out everywhere?" onClose={() => setAsking(false)}
            answers={
              <>
                <Button onPress={() => setAsking(false)}>Stay</Button>
                <Button kind="main" onPress={() => leave(true)}>Sign out everywhere</Button>
              </>
            }
          >
            <Text variant="bodyMedium">Every device on which you are signed in will ask who is there. Your work is kept.</Text>
          </Ask>
        </Screen>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  card: { flexDirection: 'row', gap: 16, padding: 16, alignItems: 'center' },
  words: { flex: 1, gap: 2 },
  heading: { marginTop: 14 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
});
