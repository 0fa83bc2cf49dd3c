import { CAPTURE_HEADER, type CaptureView } from '@lippet/core/contract/capture';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { PHOTO_TYPES } from '@lippet/core/contract/media';
import type { Problem } from '@lippet/core/contract/problem';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { askForFiles } from '../ui/askForFiles';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Opening } from '../ui/Opening';
import { colours } from '../ui/theme';
import { CameraView } from './CameraView';

const TRY_AGAIN = 2_000;

/**
 * Sends a photo, again and again under one id until school has it.
 * @returns a sentence where school will not take it
 */
async function sendPhoto(key: string, photo: Blob, onTrouble: (words: string | null) => void): Promise<string | null> {
  const id = crypto.randomUUID();
  for (;;) {
    try {
      const answer = await fetch(`/api/captures/media/${id}`, {
        method: 'PUT',
        headers: { [OWN_HEADER]: '1', [CAPTURE_HEADER]: key, 'content-type': 'application/octet-stream' },
        body: photo,
      });
      onTrouble(null);
      if (answer.ok) return null;
      if (answer.status < 500) return ((await answer.json()) as Problem).message;
    } catch {
      onTrouble('School can’t be reached. The photo is kept and goes as soon as it can; leave this page open.');
    }
    await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN));
  }
}

/** On a phone that nobody is signed in on: it takes photos for one piece, and that is all it can do. */
export default function OtherDevice() {
  const [typed, setTyped] = useState('');
  const [alone, setAlone] = useState(true);
  const [view, setView] = useState<CaptureView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(window.location.hash.length > 1);
  const [sent, setSent] = useState(0);
  const [done, setDone] = useState(false);

  const look = async (key: string): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      setView(await request('POST /captures', { key }));
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  useEffect(() => {
    const key = window.location.hash.slice(1);
    if (!key) return;
    // The key stays out of the address that might be shown, shared or kept.
    window.history.replaceState(null, '', window.location.pathname);
    void look(key);
  }, []);

  const take = async (photo: Blob): Promise<void> => {
    const why = await sendPhoto(view!.key, photo, setProblem);
    if (why) setProblem(why);
    else setSent((count) => count + 1);
  };
  const takeAll = async (files: readonly Blob[]): Promise<void> => {
    for (const file of files) await take(file);
  };

  if (busy) return <Opening />;
  if (done) {
    return (
      <View style={styles.screen} role="main">
        <Text variant="headlineMedium" role="heading" aria-level={1}>
          Thank you
        </Text>
        <Text
          variant="bodyLarge"
          style={styles.words}
        >{`${sent === 1 ? 'The photo is' : `${sent} photos are`} on the other device. You can close this page.`}</Text>
        <Button icon="camera" onPress={() => setDone(false)}>
          Take another
        </Button>
      </View>
    );
  }
  if (!view) {
    return (
      <View style={styles.screen} role="main">
        <Text variant="headlineMedium" role="heading" aria-level={1}>
          Be the camera
        </Text>
        <Text variant="bodyLarge" style={styles.words}>
          The other device shows a code. Type it here.
        </Text>
        <View style={styles.field}>
          <Field
            label="Code"
            value={typed}
            onChangeText={setTyped}
            autoCapitalize="characters"
            autoComplete="off"
            maxLength={12}
            onSubmitEditing={() => void look(typed)}
            problem={problem ?? undefined}
          />
        </View>
        <Button kind="main" large icon="forward" onPress={() => void look(typed)}>
          Go on
        </Button>
      </View>
    );
  }
  return (
    <CameraView
      alone={alone}
      onAlone={setAlone}
      title={`${view.title}, for ${view.learner}`}
      paper
      taken={sent}
      trouble={problem}
      onPhoto={(photo) => void take(photo)}
      onBrought={(files) => void takeAll(files)}
      onFiles={() => void askForFiles(PHOTO_TYPES, true).then(takeAll)}
      onClose={() => setDone(true)}
    />
  );
}

const styles = StyleSheet.create({
  screen: {
    flex: 1,
    backgroundColor: colours.paper,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 18,
    padding: 24,
  },
  words: { textAlign: 'center', maxWidth: 340 },
  field: { width: '100%', maxWidth: 320 },
});
