import type { MediaHome } from '@lippet/core/contract/media';
import type { TakeSort } from '@lippet/core/recording/take';
import { chooseOwnRecording } from '../../capture/boothPart';
import type { Recorded } from '../../capture/recorder';
import { Button } from '../../ui/Button';

interface Props {
  home: MediaHome;
  onRecord: (sort: TakeSort, brought: Recorded) => void;
  /** Why a file can't be used; null where the last one could. */
  onTrouble: (trouble: string | null) => void;
}

/** Brings a sound or a film from the device's files, to be looked at and kept. */
export function RecordingFile({ home, onRecord, onTrouble }: Props) {
  const choose = async (): Promise<void> => {
    const chosen = await chooseOwnRecording(home);
    onTrouble(typeof chosen === 'string' ? chosen : null);
    if (chosen && typeof chosen !== 'string') onRecord(chosen.sort, chosen);
  };
  return (
    <Button icon="box" onPress={() => void choose()}>
      Sound or film from files
    </Button>
  );
}
