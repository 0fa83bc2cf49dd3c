import type { Span } from '@lippet/core/recording/spans';
import { useEffect, useState } from 'react';
import { hear } from '../recording/listener';
import type { Heard } from '../workers/recording.worker';

/** Milliseconds without another cut before what is left is listened to. */
const SETTLE_MS = 200;

/** @returns how loud a recording is all along, as a wave is drawn from it; null until that is known, or where it cannot be */
export function useWave(recording: Blob, seconds: number): readonly number[] | null {
  const [wave, setWave] = useState<readonly number[] | null>(null);
  useEffect(() => {
    let gone = false;
    void hear(recording, [[0, seconds]]).then((found) => !gone && setWave(found?.peaks ?? null));
    return () => void (gone = true);
  }, [recording, seconds]);
  return wave;
}

/** @returns what was found in the spans of a recording; null until they were listened to, or where they cannot be */
export function useHeard(recording: Blob, spans: readonly Span[]): Heard | null {
  const [heard, setHeard] = useState<Heard | null>(null);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(() => void hear(recording, spans).then((found) => !gone && setHeard(found)), SETTLE_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [recording, spans]);
  return heard;
}
