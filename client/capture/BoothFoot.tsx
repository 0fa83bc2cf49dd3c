import { Button } from '../ui/Button';
import type { BoothPart } from './boothPart';
import { CaptureFoot } from './CaptureFoot';
import { CaptureTool } from './CaptureTool';
import { Shutter } from './Shutter';
import type { Booth } from './useBooth';

interface Props {
  booth: Booth;
  part: BoothPart;
  /** A phone lies on its side. */
  low: boolean;
}

/** The button that records, and what can be chosen beside it. */
export function BoothFoot({ booth, part, low }: Props) {
  return (
    <CaptureFoot low={low} left={<Before booth={booth} part={part} />} right={<After booth={booth} />}>
      <Recording booth={booth} />
    </CaptureFoot>
  );
}

const isUnderWay = ({ state: { phase } }: Booth): boolean => phase === 'recording' || phase === 'paused';

function Before({ booth, part: { recording } }: Omit<Props, 'low'>) {
  const { state, recorder, bringFile } = booth;
  const under = isUnderWay(booth);
  return (
    <>
      {!under && (
        <CaptureTool icon="picture" word="Files" label="Take it from files" onPress={() => void bringFile()} />
      )}
      {!under && recording.sort === 'film' && recording.soundOnly && <SortSwitch booth={booth} />}
      {state.phase === 'paused' && state.stretches > 0 && (
        <CaptureTool icon="undo" word="Drop last" label="Drop the last stretch" onPress={() => recorder!.dropLast()} />
      )}
    </>
  );
}

function Recording({ booth }: Pick<Props, 'booth'>) {
  const { streams, state, recorder, sort, count, start } = booth;
  if (state.phase === 'recording')
    return <Shutter label="Pause" word="Pause" icon="pause" onPress={() => recorder!.pause()} />;
  if (state.phase === 'paused')
    return <Shutter label="Go on" word="Go on" icon="record" onPress={() => recorder!.run()} />;
  return (
    <Shutter
      label={sort === 'film' ? 'Start filming' : 'Start recording'}
      word="Start"
      icon="record"
      disabled={!streams || count > 0}
      onPress={start}
    />
  );
}

function After({ booth }: Pick<Props, 'booth'>) {
  const { streams, state, recorder, turnRound } = booth;
  if (isUnderWay(booth)) {
    const nothing = state.phase === 'paused' && state.stretches === 0;
    return (
      <Button kind="chosen" icon="tick" disabled={nothing} onPress={() => recorder!.stop()}>
        Done
      </Button>
    );
  }
  return (
    streams?.twoCameras && (
      <CaptureTool
        icon="flip"
        word="Turn round"
        label="Turn round: use the camera on the other side"
        onPress={turnRound}
      />
    )
  );
}

function SortSwitch({ booth: { sort, switchSort } }: Pick<Props, 'booth'>) {
  return sort === 'film' ? (
    <CaptureTool icon="voice" word="Only sound" label="Record only sound, without a picture" onPress={switchSort} />
  ) : (
    <CaptureTool icon="film" word="With picture" label="With picture: record a film" onPress={switchSort} />
  );
}
