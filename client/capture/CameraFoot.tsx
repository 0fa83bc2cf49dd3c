import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { setTorch, type Camera } from './camera';
import { CaptureTool } from './CaptureTool';

interface Props {
  /** Null where there is none yet. */
  camera: Camera | null;
  /** A phone lies on its side. */
  low: boolean;
  alone: boolean;
  /** How many are taken already; null where there is only one. */
  taken: number | null;
  twoCameras: boolean;
  onFiles: () => void;
  onAlone: (alone: boolean) => void;
  onShoot: () => void;
  onTurnRound: () => void;
  onDone: () => void;
}

/** The shutter, and what can be chosen beside it. */
export function CameraFoot(props: Props) {
  const { camera, low, alone, taken, twoCameras, onFiles, onAlone, onShoot, onTurnRound, onDone } = props;
  return (
    <View style={[styles.foot, low && styles.footLow]}>
      <View style={styles.side}>
        <CaptureTool icon="picture" word="Files" label="Take it from files" onPress={onFiles} />
        <CaptureTool
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
        onPress={onShoot}
        style={({ pressed }) => [styles.shutter, !camera && styles.off, pressed && styles.pressed]}
      >
        <LineIcon name="camera" size={38} colour={colours.scrap} width={2.4} />
      </Pressable>
      <View style={[styles.side, styles.right]}>
        {twoCameras && (
          <CaptureTool icon="flip" word="Turn round" label="Use the camera on the other side" onPress={onTurnRound} />
        )}
        {camera?.torch && <Torch camera={camera} />}
        {taken !== null && taken > 0 && (
          <Button kind="chosen" icon="tick" onPress={onDone} label={`Done, ${taken} taken`}>{`Done ${taken}`}</Button>
        )}
      </View>
    </View>
  );
}

function Torch({ camera }: { camera: Camera }) {
  const [lit, setLit] = useState(false);
  const toggle = (): void => {
    setLit(!lit);
    void setTorch(camera, !lit);
  };
  return <CaptureTool icon="torch" word="Light" label="The camera’s light" on={lit} onPress={toggle} />;
}

const styles = StyleSheet.create({
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
  footLow: { flexDirection: 'column', width: 156, paddingBottom: 12 },
  side: { flex: 1, flexDirection: 'row', gap: 6, alignItems: 'center' },
  right: { justifyContent: 'flex-end' },
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
