import type { Seen } from '@lippet/core/scan/liveLook';
import { wholeImage } from '@lippet/core/scan/quad';
import { Steady } from '@lippet/core/scan/steady';
import { transfer } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { Opening } from '../ui/Opening';
import { Say } from '../ui/Say';
import { useLayout } from '../ui/useLayout';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import {
  CAMERA_GONE,
  CameraError,
  closeCamera,
  frameOf,
  hasTwoCameras,
  openCamera,
  setTorch,
  takePhoto,
  type Camera,
  type Facing,
  type Frame,
} from './camera';
import { scanner } from './scanner';
import { Stitches } from './Stitches';

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
export function CameraView({
  title,
  paper,
  taken,
  trouble,
  alone,
  onAlone,
  onPhoto,
  onFiles,
  onPhone,
  onBrought,
  onClose,
}: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [facing, setFacing] = useState<Facing>('environment');
  const [camera, setCamera] = useState<Camera | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [two, setTwo] = useState(false);
  const [lit, setLit] = useState(false);
  const [seen, setSeen] = useState<Seen | null>(null);
  const [wait, setWait] = useState(0);
  const [tries, setTries] = useState(0);
  const shooting = useRef(false);

  useEffect(() => {
    let opened: Camera | null = null;
    let gone = false;
    setWhy(null);
    openCamera(facing).then(
      (found) => {
        if (gone) return closeCamera(found);
        opened = found;
        found.stream.getVideoTracks()[0]?.addEventListener('ended', () => {
          setCamera(null);
          setWhy(CAMERA_GONE);
        });
        setCamera(found);
        void hasTwoCameras().then(setTwo);
      },
      (error: unknown) => {
        if (!(error instanceof CameraError)) throw error;
        setWhy(error.message);
      },
    );
    return () => {
      gone = true;
      if (opened) closeCamera(opened);
      setCamera(null);
    };
  }, [facing, tries]);

  const shoot = async (): Promise<void> => {
    if (!camera || !video.current || shooting.current) return;
    shooting.current = true;
    try {
      onPhoto(await takePhoto(camera, video.current));
    } finally {
      shooting.current = false;
    }
  };
  const latest = useRef({ shoot, alone, first: !taken });
  latest.current = { shoot, alone, first: !taken };

  useEffect(() => {
    if (!camera || !video.current) return undefined;
    const element = video.current;
    element.srcObject = camera.stream;
    void element.play().catch(() => undefined); // a view that closes meanwhile needs no picture
    let steady = new Steady(latest.current.first);
    let gone = false;
    const nextFrame = async (): Promise<Frame | null> => {
      while (!gone) {
        await new Promise(requestAnimationFrame);
        if (!gone && element.videoWidth > 0 && element.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA)
          return frameOf(element);
      }
      return null;
    };
    const look = async (): Promise<void> => {
      await scanner().lookAnew();
      let waiting = nextFrame();
      try {
        while (!gone) {
          const frame = await waiting;
          if (!frame) return;
          const looking = scanner().look(transfer(frame, [frame]));
          // The next picture is fetched while this one is looked at.
          waiting = nextFrame();
          const now = await looking;
          if (gone) return;
          // For whoever measures: how many pictures have been looked at.
          element.dataset.looks = String(Number(element.dataset.looks ?? 0) + 1);
          setSeen(now);
          const far = steady.look(now.found, now.sharp, Math.max(now.width, now.height), performance.now());
          setWait(latest.current.alone ? far : 0);
          if (far >= 1 && latest.current.alone) {
            await latest.current.shoot();
            steady = new Steady(false);
          }
        }
      } finally {
        // One that was fetched and is not looked at any more would keep the camera's memory.
        void waiting.then((frame) => frame?.close());
      }
    };
    void look();
    return () => {
      gone = true;
      element.srcObject = null;
    };
  }, [camera]);

  const brought = useRef(onBrought);
  brought.current = onBrought;
  useEffect(() => {
    const stop = new AbortController();
    const { signal } = stop;
    const take = (event: Event, list: FileList | undefined): void => {
      if (!list || list.length === 0) return;
      event.preventDefault();
      brought.current([...list]);
    };
    window.addEventListener('dragover', (event) => event.preventDefault(), { signal });
    window.addEventListener('drop', (event) => take(event, event.dataTransfer?.files), { signal });
    window.addEventListener('paste', (event) => take(event, event.clipboardData?.files), { signal });
    return () => stop.abort();
  }, []);

  const low = useLayout() === 'low';
  const mirrored = camera?.facing === 'user';
  const { quad, cut } = seen?.found ?? { quad: wholeImage(0, 0), cut: false };
  return (
    <View style={[styles.screen, low && styles.across]} role="main" aria-label={`Photo: ${title}`}>
      <View style={styles.seen}>
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
        <View style={styles.view}>
          {camera && (
            <div style={{ position: 'absolute', inset: 0, transform: mirrored ? 'scaleX(-1)' : undefined }}>
              <video
                ref={video}
                playsInline
                muted
                aria-label="What the camera sees"
                style={{ width: '100%', height: '100%', objectFit: 'contain' }}
              />
              {seen?.found && (
                <svg
                  viewBox={`0 0 ${seen.width} ${seen.height}`}
                  preserveAspectRatio="xMidYMid meet"
                  aria-hidden
                  data-testid="outline"
                  style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
                >
                  <Stitches corners={quad} scale={seen.width} cut={cut} sewn={wait} />
                </svg>
              )}
            </div>
          )}
          {!camera && !why && <Opening />}
          {why && (
            <View style={styles.trouble}>
              <Say again={() => setTries(tries + 1)}>{why}</Say>
            </View>
          )}
        </View>
        {trouble && (
          <View style={styles.trouble}>
            <Say>{trouble}</Say>
          </View>
        )}
        <View style={[styles.says, low && styles.saysLow]}>
          <Text variant="titleMedium" role="status" style={styles.light}>
            {camera ? hint(seen, paper) : ''}
          </Text>
          {camera?.practice && (
            <Text variant="labelSmall" style={styles.practice}>
              Practice camera: this device has none
            </Text>
          )}
        </View>
      </View>
      <View style={[styles.foot, low && styles.footLow]}>
        <View style={styles.side}>
          <Tool icon="picture" word="Files" label="Take it from files" onPress={onFiles} />
          <Tool
            icon="wait"
            word="By itself"
            label="Take the photo by itself when the sheet is still"
            on={alone}
            onPress={() => onAlone(!alone)}
          />
        </View>
        <Pressable
          role="button"
          aria-label="Take the photo"
          disabled={!camera}
          onPress={() => void shoot()}
          style={({ pressed }) => [styles.shutter, !camera && styles.off, pressed && styles.pressed]}
        >
          <LineIcon name="camera" size={38} colour={colours.scrap} width={2.4} />
        </Pressable>
        <View style={[styles.side, styles.right]}>
          {two && (
            <Tool
              icon="flip"
              word="Turn round"
              label="Use the camera on the other side"
              onPress={() => setFacing(facing === 'user' ? 'environment' : 'user')}
            />
          )}
          {camera?.torch && (
            <Tool
              icon="torch"
              word="Light"
              label="The camera’s light"
              on={lit}
              onPress={() => {
                setLit(!lit);
                void setTorch(camera, !lit);
              }}
            />
          )}
          {taken !== null && taken > 0 && (
            <Button
              kind="chosen"
              icon="tick"
              onPress={onClose}
              label={`Done, ${taken} taken`}
            >{`Done ${taken}`}</Button>
          )}
        </View>
      </View>
    </View>
  );
}

function Tool({
  icon,
  word,
  label,
  on,
  onPress,
}: {
  icon: LineName;
  word: string;
  label: string;
  on?: boolean;
  onPress: () => void;
}) {
  const colour = on ? colours.ink : colours.scrap;
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-pressed={on}
      onPress={onPress}
      style={[styles.tool, on && styles.on]}
    >
      <LineIcon name={icon} colour={colour} size={26} />
      <Text variant="labelSmall" style={{ color: colour }}>
        {word}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.ink },
  // On its side a phone has the shutter under the thumb, and the height for what is seen.
  across: { flexDirection: 'row' },
  seen: { flex: 1 },
  saysLow: { minHeight: 30, paddingVertical: 2 },
  footLow: { flexDirection: 'column', width: 156, paddingBottom: 12 },
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
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    padding: 12,
    paddingBottom: 20,
    maxWidth: 640,
    width: '100%',
    alignSelf: 'center',
  },
  side: { flex: 1, flexDirection: 'row', gap: 6, alignItems: 'center' },
  right: { justifyContent: 'flex-end' },
  tool: { minWidth: 60, minHeight: 60, alignItems: 'center', justifyContent: 'center', gap: 3, paddingHorizontal: 4 },
  on: { backgroundColor: colours.ochre },
  shutter: {
    width: 92,
    height: 84,
    backgroundColor: colours.vermilion,
    borderWidth: OUTLINE + 1,
    borderColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
    marginHorizontal: 6,
  },
  off: { opacity: 0.5 },
  pressed: { transform: [{ scale: 0.95 }] },
});
