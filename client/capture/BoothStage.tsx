import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { colours } from '../ui/theme';
import { LiveWave } from './LiveWave';
import type { Booth } from './useBooth';
import type { Streams } from './useStreams';

/** What is recorded, seen or heard; or why nothing is. */
export function BoothStage({ booth }: { booth: Booth }) {
  const { streams, why, state, count, again } = booth;
  return (
    <View style={styles.view}>
      {streams && <Seen streams={streams} running={state.phase === 'recording'} />}
      {!streams && !why && <Opening />}
      {why && (
        <View style={styles.say}>
          <Notice again={again}>{why}</Notice>
        </View>
      )}
      {count > 0 && streams && (
        <View style={styles.count} role="status">
          <Text variant="displayLarge" style={styles.countWord}>
            {count}
          </Text>
        </View>
      )}
    </View>
  );
}

/** What the camera sees, mirrored where it looks at the one who films; or the sound alone, moving. */
function Seen({ streams: { camera, stream }, running }: { streams: Streams; running: boolean }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const element = video.current;
    if (!element || !camera) return undefined;
    element.srcObject = camera.stream;
    void element.play().catch(() => undefined); // a view that closes meanwhile needs no picture
    return () => void (element.srcObject = null);
  }, [camera]);
  if (!camera)
    return (
      <View style={styles.wave}>
        <LiveWave stream={stream} running={running} dark />
      </View>
    );
  return (
    <>
      <video
        ref={video}
        playsInline
        muted
        aria-label="What the camera sees"
        data-mirrored={camera.facing === 'user'}
        style={{
          position: 'absolute',
          inset: 0,
          width: '100%',
          height: '100%',
          objectFit: 'contain',
          transform: camera.facing === 'user' ? 'scaleX(-1)' : undefined,
        }}
      />
      <View style={styles.level}>
        <LiveWave stream={stream} running={false} dark />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  view: { flex: 1, minHeight: 140, justifyContent: 'center' },
  wave: { height: '46%', minHeight: 110, marginHorizontal: 20 },
  level: { position: 'absolute', right: 14, bottom: 14, width: 24, height: 110 },
  say: { padding: 16, alignSelf: 'center', maxWidth: 520 },
  count: {
    ...StyleSheet.absoluteFill,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: 'rgba(28, 42, 51, 0.55)',
  },
  countWord: { color: colours.scrap, fontSize: 150, lineHeight: 170 },
});
