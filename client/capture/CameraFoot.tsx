import { useState } from 'react';
import { Button } from '../ui/Button';
import { setTorch, type Camera } from './camera';
import { CaptureFoot } from './CaptureFoot';
import { CaptureTool } from './CaptureTool';
import { Shutter } from './Shutter';

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
    <CaptureFoot
      low={low}
      left={
        <>
          <CaptureTool icon="picture" word="Files" label="Take it from files" onPress={onFiles} />
          <CaptureTool
            icon="wait"
            word="By itself"
            label="Take the photo by itself when the sheet is still"
            on={alone}
            onPress={() => onAlone(!alone)}
          />
        </>
      }
      right={
        <>
          {twoCameras && (
            <CaptureTool
              icon="flip"
              word="Turn round"
              label="Turn round: use the camera on the other side"
              onPress={onTurnRound}
            />
          )}
          {camera?.torch && <Torch camera={camera} />}
          {taken !== null && taken > 0 && (
            <Button kind="chosen" icon="tick" onPress={onDone} label={`Done ${taken} taken`}>{`Done ${taken}`}</Button>
          )}
        </>
      }
    >
      <Shutter label="Take the photo" icon="camera" disabled={!camera} onPress={onShoot} />
    </CaptureFoot>
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
