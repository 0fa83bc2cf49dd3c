import type { Seen } from '@lippet/core/scan/liveLook';
import { useRef, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Opening } from '../ui/Opening';
import { Notice } from '../ui/Notice';
import { colours, TARGET } from '../ui/theme';
import { useLayout } from '../ui/useLayout';
import { WorkerLostError } from '../workers/workerRemote';
import { takePhoto } from './camera';
import { CameraFoot } from './CameraFoot';
import { CameraPicture } from './CameraPicture';
import { useBroughtFiles } from './useBroughtFiles';
import { useCamera } from './useCamera';
import { useLiveLook } from './useLiveLook';

interface Props {
  /** What is being photographed. */
  title: string;
  /** It is paper that is asked for, and no thing. */
  paper: boolean;
  /** How many are taken already; null where there is only one. */
  taken: number | null;
  /** A sentence about what went wrong with the last one. */
  trouble: string | null;
  /** Takes the photo by itself; told of what the learner wants, because this view comes and goes between photos. */
  alone: boolean;
  onAlone: (alone: boolean) => void;
  onPhoto: (photo: Blob) => void;
  onFiles: () => void;
  /** Lets another device be the camera, where there is a way to. */
  onPhone?: () => void;
  /** Files were dropped here, or pasted. */
  onBrought: (files: File[]) => void;
  onClose: () => void;
}

/** What the learner should do now. */
function hint(seen: Seen | null, paper: boolean): string {
  if (!seen?.found) return paper ? 'Hold it over your paper' : 'Point it at what you want to show';
  if (seen.found.cut) return 'Move back: all corners must be seen';
  return seen.sharp ? 'Hold still …' : 'A little blurred. Hold still …';
}

/** The camera, the outline of the sheet drawn over it as it is found, and the shutter. */
export function CameraView(props: Props) {
  const { title, paper, taken, trouble, alone, onAlone, onPhoto, onFiles, onPhone, onBrought, onClose } = props;
  const video = useRef<HTMLVideoElement>(null);
  const shooting = useRef(false);
  const [lost, setLost] = useState<string | null>(null);
  const { state, twoCameras, turnRound, again } = useCamera();
  const camera = state.step === 'open' ? state.camera : null;
  const shoot = async (): Promise<void> => {
    if (!camera || !video.current || shooting.current) return;
    shooting.current = true;
    setLost(null);
    try {
      const photo = await takePhoto(camera, video.current);
      if (photo) onPhoto(photo);
      else setLost('The camera shows nothing just now. Try again.');
    } catch (error) {
      if (!(error instanceof WorkerLostError)) throw error;
      setLost(error.message);
    } finally {
      shooting.current = false;
    }
  };
  const look = useLiveLook(camera, video, { alone, first: !taken, shoot });
  useBroughtFiles(onBrought);
  const low = useLayout() === 'low';
  const why = trouble ?? lost;
  return (
    <View style={[styles.screen, low && styles.across]} role="main" aria-label={`Photo: ${title}`}>
      <View style={styles.seen}>
        <Head title={title} onPhone={onPhone} onClose={onClose} />
        <View style={styles.view}>
          {camera && <CameraPicture camera={camera} video={video} look={look} />}
          {state.step === 'opening' && <Opening />}
          {state.step === 'none' && (
            <View style={styles.trouble}>
              <Notice again={again}>{state.why}</Notice>
            </View>
          )}
        </View>
        {why !== null && (
          <View style={styles.trouble}>
            <Notice>{why}</Notice>
          </View>
        )}
        <View style={[styles.says, low && styles.saysLow]}>
          <Text variant="titleMedium" role="status" style={styles.light}>
            {camera ? hint(look.seen, paper) : ''}
          </Text>
          {camera?.practice && (
            <Text variant="labelSmall" style={styles.practice}>
              Practice camera: this device has none
            </Text>
          )}
        </View>
      </View>
      <CameraFoot
        camera={camera}
        low={low}
        alone={alone}
        taken={taken}
        twoCameras={twoCameras}
        onFiles={onFiles}
        onAlone={onAlone}
        onShoot={() => void shoot()}
        onTurnRound={turnRound}
        onDone={onClose}
      />
    </View>
  );
}

function Head({ title, onPhone, onClose }: Pick<Props, 'title' | 'onPhone' | 'onClose'>) {
  return (
    <View style={styles.head}>
      <Text variant="titleMedium" role="heading" aria-level={1} style={styles.light}>
        {title}
      </Text>
      {onPhone && (
        <Pressable role="button" aria-label="Use a phone as the camera" onPress={onPhone} style={styles.phone}>
          <LineIcon name="phone" colour={colours.scrap} size={22} />
          <Text variant="labelMedium" style={styles.light}>
            Use a phone
          </Text>
        </Pressable>
      )}
      <Pressable role="button" aria-label="Close the camera" onPress={onClose} style={styles.close}>
        <LineIcon name="close" colour={colours.scrap} />
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.ink },
  // On its side a phone has the shutter under the thumb, and the height for what is seen.
  across: { flexDirection: 'row' },
  seen: { flex: 1 },
  saysLow: { minHeight: 30, paddingVertical: 2 },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingLeft: 16 },
  phone: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    minHeight: TARGET.learner,
    paddingHorizontal: 12,
    marginLeft: 'auto',
  },
  light: { color: colours.scrap },
  close: { width: TARGET.learner + 8, height: TARGET.learner + 8, alignItems: 'center', justifyContent: 'center' },
  view: { flex: 1, minHeight: 120, justifyContent: 'center' },
  trouble: { padding: 16, alignSelf: 'center', maxWidth: 520 },
  says: { alignItems: 'center', paddingVertical: 8, minHeight: 56, gap: 2 },
  practice: { color: colours.line },
});
