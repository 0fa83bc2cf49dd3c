import type { OwnSettings } from '@lippet/core/contract/settings';
import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { SchoolNumbers } from '../account/SchoolNumbers';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { SignedIn } from '../signIn/SignedIn';
import { useSession } from '../signIn/useSession';
import { onlyPenDraws, useDrawing } from '../stores/drawing';
import { settingsNow, useSettings } from '../stores/settings';
import { Dialog } from '../ui/Dialog';
import { BackHead } from '../ui/BackHead';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Notice } from '../ui/Notice';
import { Scrap } from '../ui/Scrap';
import { Screen } from '../ui/Screen';
import { TickBox } from '../ui/TickBox';
import { colours } from '../ui/theme';
import { late } from '../late';

const OthersHere = lazy(() => late().then((sheets) => ({ default: sheets.OthersHere })));
const EmailDigest = lazy(() => late().then((sheets) => ({ default: sheets.EmailDigest })));

export default function MePage() {
  const { signOut, change } = useSession();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { penAt, fingers, setFingers } = useDrawing();
  const penOnly = onlyPenDraws({ penAt, fingers }, Date.now());
  const client = useQueryClient();
  const settings = useSettings();
  const { leftHanded } = settings;
  /** Takes hold at once, and goes with the person to every device. */
  const choose = (change: Partial<OwnSettings>): void => {
    settings.set(change);
    request('PUT /me/settings', settingsNow()).then(
      (me) => client.setQueryData(keys.me, me),
      (error: Error) => setProblem(error.message),
    );
  };
  const leave = (everywhere: boolean): void =>
    void signOut(everywhere).catch((error: Error) => setProblem(error.message));
  return (
    <SignedIn>
      {(me) => (
        <Screen>
          <BackHead title="You" />
          <Scrap style={styles.card}>
            <Badge name={me.name} colour={me.badge} size={64} />
            <View style={styles.words}>
              <Text variant="headlineSmall">{me.name}</Text>
              <Text variant="bodySmall" style={{ color: colours.soft }}>
                {[...me.groups.map(({ name }) => name), me.school.name].join(' · ')}
              </Text>
              <Text variant="bodySmall" style={{ color: colours.soft }}>
                {me.kept ? 'Signed in to stay on this device' : 'Signed in for this visit'}
              </Text>
            </View>
          </Scrap>
          {problem && <Notice>{problem}</Notice>}
          <Button kind="main" large icon="people" onPress={() => leave(false)}>
            Change person
          </Button>
          <Suspense fallback={null}>
            <OthersHere onChange={change} />
          </Suspense>
          {me.role === 'learner' && (
            <Button icon="now" to="/what-home-sees">
              What home sees
            </Button>
          )}
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>
            Drawing
          </Text>
          <View style={styles.row}>
            <Text variant="bodyMedium" style={styles.words}>
              The hand you draw with
            </Text>
            <Button
              kind={leftHanded ? 'chosen' : 'plain'}
              label="Draw with the left hand"
              onPress={() => choose({ leftHanded: true })}
            >
              Left
            </Button>
            <Button
              kind={leftHanded ? 'plain' : 'chosen'}
              label="Draw with the right hand"
              onPress={() => choose({ leftHanded: false })}
            >
              Right
            </Button>
          </View>
          {(penOnly || fingers === 'draw') && (
            <View style={styles.row}>
              <Text variant="bodyMedium" style={styles.words}>
                {penOnly ? 'A pen is used here, so fingers only move the page.' : 'Fingers draw here as a pen does.'}
              </Text>
              <Button onPress={() => setFingers(penOnly ? 'draw' : 'move')}>
                {penOnly ? 'Draw with fingers too' : 'Draw with the pen alone'}
              </Button>
            </View>
          )}
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>
            Reading and hearing
          </Text>
          <Pick
            label="Size of texts"
            headed
            options={[
              { value: 'usual', word: 'Usual' },
              { value: 'large', word: 'Large' },
              { value: 'largest', word: 'Largest' },
            ]}
            chosen={settings.size}
            onChoose={(size) => choose({ size })}
          />
          <Pick
            label="Letters"
            headed
            options={[
              { value: 'school', word: 'As at school' },
              { value: 'plain', word: 'Plain' },
            ]}
            chosen={settings.letters}
            onChoose={(letters) => choose({ letters })}
          />
          <Pick
            label="The voice speaks"
            headed
            options={[
              { value: 'slow', word: 'Slowly' },
              { value: 'middle', word: 'As usual' },
              { value: 'fast', word: 'Fast' },
            ]}
            chosen={settings.speed}
            onChoose={(speed) => choose({ speed })}
          />
          <TickBox
            word="Nothing moves"
            below="Windows and buttons stand still"
            on={settings.calm}
            onChange={(calm) => choose({ calm })}
          />
          {me.role === 'teacher' && (
            <>
              <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>
                Numbers
              </Text>
              <SchoolNumbers me={me} />
            </>
          )}
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>
            Letters in the evening
          </Text>
          <Suspense fallback={null}>
            <EmailDigest me={me} />
          </Suspense>
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.heading}>
            Other devices
          </Text>
          <Button icon="leave" onPress={() => setAsking(true)}>
            Sign out everywhere
          </Button>
          <Dialog
            visible={asking}
            title="Sign out everywhere?"
            onClose={() => setAsking(false)}
            answers={
              <>
                <Button onPress={() => setAsking(false)}>Stay</Button>
                <Button kind="main" onPress={() => leave(true)}>
                  Sign out everywhere
                </Button>
              </>
            }
          >
            <Text variant="bodyMedium">
              Every device on which you are signed in will ask who is there. Your work is kept.
            </Text>
          </Dialog>
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
