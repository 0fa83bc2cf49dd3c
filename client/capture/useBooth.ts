import type { MediaHome } from '@lippet/core/contract/media';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import type { BoothPart } from './boothPart';
import { chooseRecording } from './bringRecording';
import type { Facing } from './camera';
import { Recorder, type Recorded, type RecorderState } from './recorder';
import { forgetRecording } from './recordingStore';
import { useStreams, type Streams } from './useStreams';

/** Seconds that are counted down before a film begins. */
const COUNTDOWN = 3;
const BROKEN_OFF = 'This recording broke off. All that was kept of it is here.';
/** Stands where there is no recorder yet. */
const NOT_BEGUN = createStore<RecorderState>(() => ({ phase: 'ready', seconds: 0, stretches: 0, trouble: null }));

/** What is to be recorded, and what becomes of it. */
export interface BoothTask {
  /** Where what is recorded belongs. */
  home: MediaHome;
  part: BoothPart;
  /** What is recorded; a film part may be answered by sound alone. */
  sort: TakeSort;
  /** A recording that was broken off, taken up again. */
  left?: Recorded;
  /** A recording from a file, to be looked at and kept. */
  brought?: Recorded;
  onKeep: (take: Take) => void;
  onClose: () => void;
}

/** A booth: camera and microphone, a recorder while one records, and what was recorded last. */
export interface Booth {
  sort: TakeSort;
  streams: Streams | null;
  /** Why there is no microphone or camera. */
  why: string | null;
  state: RecorderState;
  recorder: Recorder | null;
  recorded: Recorded | null;
  trouble: string | null;
  /** Seconds until a film begins; 0 while nothing is counted. */
  count: number;
  start: () => void;
  /** Film or sound alone. */
  switchSort: () => void;
  turnRound: () => void;
  /** Tries again to open microphone and camera. */
  again: () => void;
  bringFile: () => Promise<void>;
  keep: (take: Take) => void;
  recordAgain: () => void;
  close: () => void;
}

/** Counts down to 1, and then calls `then`. */
function useCountdown(then: () => void): [count: number, begin: () => void] {
  const [count, setCount] = useState(0);
  const latest = useRef(then);
  latest.current = then;
  useEffect(() => {
    if (count === 0) return undefined;
    const timer = setTimeout(() => {
      setCount(count - 1);
      if (count === 1) latest.current();
    }, 1000);
    return () => clearTimeout(timer);
  }, [count]);
  return [count, () => setCount(COUNTDOWN)];
}

export function useBooth({ home, part, sort: first, left, brought, onKeep, onClose }: BoothTask): Booth {
  const [devices, setDevices] = useState<{ sort: TakeSort; facing: Facing; tries: number }>({
    sort: first,
    facing: 'user',
    tries: 0,
  });
  const [recorder, setRecorder] = useState<Recorder | null>(null);
  const [recorded, setRecorded] = useState<Recorded | null>(left ?? brought ?? null);
  const [trouble, setTrouble] = useState<string | null>(left ? BROKEN_OFF : null);
  const { sort, facing, tries } = devices;
  const { streams, why } = useStreams(sort, facing, recorded === null, tries);
  const state = useStore(recorder?.state ?? NOT_BEGUN);
  useEffect(() => () => recorder?.destroy(), [recorder]);
  const begin = (): void => {
    if (!streams) return;
    const made = new Recorder(streams.stream, { home, part: part.id, sort }, part.recording.seconds);
    setRecorder(made);
    void made.ended.then((done) => {
      setTrouble(made.state.getState().trouble);
      setRecorder(null);
      setRecorded(done);
    });
    made.run();
  };
  const [count, countDown] = useCountdown(begin);
  const forget = (): void => void (recorded && forgetRecording(recorded.id));
  return {
    sort,
    streams,
    why,
    state,
    recorder,
    recorded,
    trouble,
    count,
    start: sort === 'film' ? countDown : begin,
    switchSort: () => setDevices({ ...devices, sort: sort === 'film' ? 'sound' : 'film' }),
    turnRound: () => setDevices({ ...devices, facing: facing === 'user' ? 'environment' : 'user' }),
    again: () => setDevices({ ...devices, tries: tries + 1 }),
    async bringFile() {
      const chosen = await chooseRecording(sort, { home, part: part.id, limit: part.recording.seconds });
      if (chosen === null) return;
      setTrouble(typeof chosen === 'string' ? chosen : null);
      if (typeof chosen !== 'string') setRecorded(chosen);
    },
    keep(take) {
      forget();
      onKeep(take);
    },
    recordAgain() {
      forget();
      setTrouble(null);
      setRecorded(null);
    },
    close() {
      forget();
      onClose();
    },
  };
}
