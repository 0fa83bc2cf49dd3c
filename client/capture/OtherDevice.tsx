import type { CaptureView } from '@lippet/core/contract/capture';
import { PHOTO_TYPES } from '@lippet/core/contract/media';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { askForFiles } from '../ui/askForFiles';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { colours } from '../ui/theme';
import { useAskBeforeClosing } from '../ui/useAskBeforeClosing';
import { CameraView } from './CameraView';
import { sendPhoto } from './sendPhoto';

/** How far this device has come with being the camera of another. */
type Step =
  | { kind: 'asking for the code'; problem: string | null }
  | { kind: 'looking it up' }
  | { kind: 'taking photos'; view: CaptureView }
  | { kind: 'done'; view: CaptureView };

const START: Step = { kind: 'asking for the code', problem: null };
const LOOKING: Step = { kind: 'looking it up' };

/** What has become of the photos taken here. */
interface Sending {
  sent: number;
  underWay: number;
  /** Why it takes longer; null while it does not. */
  trouble: string | null;
  /** Why photos were not taken, one sentence for each. */
  refused: readonly string[];
}

const NOTHING_SENT: Sending = { sent: 0, underWay: 0, trouble: null, refused: [] };

const outcome = (now: Sending, refused: string | null): Sending => ({
  ...now,
  underWay: now.underWay - 1,
  sent: now.sent + (refused ? 0 : 1),
  refused: refused ? [...now.refused, refused] : now.refused,
});

/** Photos go one after the other, also when one has moved on from the camera. */
function useSending(key: string): [Sending, (photos: readonly Blob[]) => void] {
  const [sending, setSending] = useState(NOTHING_SENT);
  const before = useRef(Promise.resolve());
  const sendAll = async (photos: readonly Blob[]): Promise<void> => {
    for (const photo of photos) {
      const refused = await sendPhoto(key, photo, (trouble) => setSending((now) => ({ ...now, trouble })));
      setSending((now) => outcome(now, refused));
    }
  };
  const send = (photos: readonly Blob[]): void => {
    setSending((now) => ({ ...now, underWay: now.underWay + photos.length }));
    before.current = before.current.then(() => sendAll(photos));
  };
  return [sending, send];
}

/** On a phone that nobody is signed in on: it takes photos for one piece, and that is all it can do. */
export default function OtherDevice() {
  const [step, setStep] = useState<Step>(window.location.hash.length > 1 ? LOOKING : START);
  const [typed, setTyped] = useState('');
  const [alone, setAlone] = useState(true);
  const view = 'view' in step ? step.view : null;
  const [sending, send] = useSending(view?.key ?? '');
  useAskBeforeClosing(sending.underWay > 0);

  const lookUp = async (key: string): Promise<void> => {
    setStep(LOOKING);
    try {
      setStep({ kind: 'taking photos', view: await request('POST /captures', { key }) });
    } catch (error) {
      setStep({ kind: 'asking for the code', problem: (error as Error).message });
    }
  };
  useEffect(() => {
    const key = window.location.hash.slice(1);
    if (!key) return;
    // The key stays out of the address that might be shown, shared or kept.
    window.history.replaceState(null, '', window.location.pathname);
    void lookUp(key);
  }, []);

  if (step.kind === 'looking it up') return <Opening />;
  if (step.kind === 'asking for the code')
    return <CodeForm typed={typed} problem={step.problem} onTyped={setTyped} onCode={() => void lookUp(typed)} />;
  if (step.kind === 'done')
    return <Thanks sending={sending} onMore={() => setStep({ kind: 'taking photos', view: step.view })} />;
  return (
    <CameraView
      alone={alone}
      onAlone={setAlone}
      title={`${step.view.title}, for ${step.view.learner}`}
      paper
      taken={sending.sent}
      trouble={sending.trouble ?? sending.refused.at(-1) ?? null}
      onPhoto={(photo) => send([photo])}
      onBrought={send}
      onFiles={() => void askForFiles(PHOTO_TYPES, true).then(send)}
      onClose={() => setStep({ kind: 'done', view: step.view })}
    />
  );
}

interface CodeFormProps {
  typed: string;
  problem: string | null;
  onTyped: (typed: string) => void;
  onCode: () => void;
}

function CodeForm({ typed, problem, onTyped, onCode }: CodeFormProps) {
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
          onChangeText={onTyped}
          autoCapitalize="characters"
          autoComplete="off"
          maxLength={12}
          onSubmitEditing={onCode}
          problem={problem ?? undefined}
        />
      </View>
      <Button kind="main" large icon="forward" onPress={onCode}>
        Go on
      </Button>
    </View>
  );
}

function arrived(sent: number): string {
  if (sent === 0) return 'No photo was sent. You can close this page.';
  return `${sent === 1 ? 'The photo is' : `${sent} photos are`} on the other device. You can close this page.`;
}
/** The last reason stands for all: a code that has run out refuses each of them. */
const notTaken = (refused: readonly string[]): string =>
  `${refused.length === 1 ? 'One photo was' : `${refused.length} photos were`} not taken. ${refused.at(-1)}`;
const onTheWay = (count: number): string =>
  count === 1 ? 'One photo is on the way.' : `${count} photos are on the way.`;

/** What may be closed may not hold the only copy of a photo. */
function Thanks({ sending, onMore }: { sending: Sending; onMore: () => void }) {
  const { sent, underWay, trouble, refused } = sending;
  return (
    <View style={styles.screen} role="main">
      <Text variant="headlineMedium" role="heading" aria-level={1}>
        {underWay > 0 ? 'Not yet there' : 'Thank you'}
      </Text>
      {trouble && <Notice>{trouble}</Notice>}
      {refused.length > 0 && <Notice>{notTaken(refused)}</Notice>}
      <Text variant="bodyLarge" role="status" style={styles.words}>
        {underWay > 0
          ? `${onTheWay(underWay)} Leave this page open until it says that you can close it.`
          : arrived(sent)}
      </Text>
      <Button icon="camera" onPress={onMore}>
        Take another
      </Button>
    </View>
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
