import type { PartView } from '@lippet/core/parts/part';
import { takeItems, type Take, type TakeSort } from '@lippet/core/recording/take';
import { useEffect, useEffectEvent, useState } from 'react';
import type * as Y from 'yjs';
import { chooseRecording } from '../../capture/bringRecording';
import type { Recorded } from '../../capture/recorder';
import { forgetRecording, leftRecordings, recordingBlob } from '../../capture/recordingStore';
import type { TakeActions } from '../../recording/useTakes';

export interface Recording {
  part: PartView;
  sort: TakeSort;
  /** A recording that was broken off, taken up again. */
  left?: Recorded;
  /** A recording from a file. */
  brought?: Recorded;
}

/** The draft that is recorded for. */
interface Draft {
  pieceId: string;
  doc: Y.Doc;
  parts: readonly PartView[];
  editable: boolean;
  actions: TakeActions;
  onPart: (part: string) => void;
}

/** Recording for a draft; what was broken off by a crash is taken up first. */
export function useRecording({ pieceId, doc, parts, editable, actions, onPart }: Draft) {
  const [recording, setRecording] = useState<Recording | null>(null);
  // The parts are made anew by each answer of school; what matters is which there are.
  const ids = parts.map(({ id }) => id).join();
  const partOf = useEffectEvent((id: string) => parts.find((part) => part.id === id));
  useEffect(() => {
    if (!editable) return undefined;
    let gone = false;
    void (async () => {
      for (const kept of await leftRecordings(`pieces/${pieceId}`)) {
        const part = partOf(kept.part);
        if (!part) continue;
        // It was kept as a take just before the browser went away, and only not forgotten yet.
        if (takeItems(doc, part.id).has(kept.id)) {
          await forgetRecording(kept.id);
          continue;
        }
        const blob = await recordingBlob(kept);
        if (!gone) setRecording((now) => now ?? { part, sort: kept.sort, left: { ...kept, blob } });
        return;
      }
    })();
    return () => void (gone = true);
  }, [pieceId, doc, ids, editable]);
  const onKeep = (take: Take): void => {
    if (!recording) return;
    actions.put(recording.part.id, take);
    onPart(recording.part.id);
    setRecording(null);
  };
  /** A recording from the device's files. @returns why it can't be used; null where it can, or none was chosen */
  const bring = async (part: PartView, sort: TakeSort): Promise<string | null> => {
    const wish = { home: `pieces/${pieceId}` as const, part: part.id, limit: part.recording.seconds };
    const chosen = await chooseRecording(sort, wish);
    if (typeof chosen === 'string') return chosen;
    if (chosen) setRecording({ part, sort, brought: chosen });
    return null;
  };
  return {
    recording,
    bring,
    record: (part: PartView, sort: TakeSort) => setRecording({ part, sort }),
    onKeep,
    end: () => setRecording(null),
  };
}
