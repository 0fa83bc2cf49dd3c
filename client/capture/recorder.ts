import type { MediaHome } from '@lippet/core/contract/media';
import { Segments } from '@lippet/core/recording/segments';
import type { TakeSort } from '@lippet/core/recording/take';
import { createStore } from 'zustand/vanilla';
import { keepAbout, keepChunk, wholeRecording, type KeptRecording } from './recordingStore';

/** A chunk is kept this often, in milliseconds: no more than that is lost to a crash. */
const CHUNK = 500;
/** How often the time is told, in milliseconds. */
const TELL = 100;
/** The first of these that the browser can record. */
const TYPES: Record<TakeSort, readonly string[]> = {
  film: ['video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'],
  sound: ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg'],
};
/** A whole picture every second: going to a place must not mean drawing all that comes before it. */
const HOW = {
  audioBitsPerSecond: 96_000,
  videoBitsPerSecond: 2_000_000,
  videoKeyFrameIntervalDuration: 1_000,
} as const;

export interface RecorderState {
  phase: 'ready' | 'recording' | 'paused' | 'ended';
  /** Of what is kept, in seconds. */
  seconds: number;
  /** How many stretches are kept, with the one under way. */
  stretches: number;
  /** What went wrong. The recording up to then is kept. */
  trouble: string | null;
}

/** A recording that has ended, whole and on this device. */
export interface Recorded extends KeptRecording {
  blob: Blob;
}

const TROUBLE = {
  gone: 'The camera or the microphone has gone.',
  full: 'This device has no room left.',
  broken: 'The recording broke off.',
  away: 'It paused while you were away. Go on when you are ready.',
} as const;

/** Records a stream in stretches, up to a limit, each half second of it kept on the device as it comes. */
export class Recorder {
  readonly state = createStore<RecorderState>(() => ({ phase: 'ready', seconds: 0, stretches: 0, trouble: null }));
  /** Resolves when it has ended, by hand, at its limit or by trouble; null if there was nothing to keep. */
  readonly ended: Promise<Recorded | null>;
  private readonly media: MediaRecorder;
  private readonly segments = new Segments();
  private readonly about: KeptRecording;
  private readonly chunks: Blob[] = [];
  private keeping: Promise<void> = Promise.resolve();
  private begun = false;
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly gone = new AbortController();
  private settle!: (recorded: Recorded | null) => void;

  /** @param limit most seconds that are kept */
  constructor(
    stream: MediaStream,
    wish: { home: MediaHome; part: string; sort: TakeSort },
    private readonly limit: number,
  ) {
    const mimeType = TYPES[wish.sort].find((type) => MediaRecorder.isTypeSupported(type));
    this.media = new MediaRecorder(stream, { ...(mimeType ? { mimeType } : {}), ...HOW });
    this.about = {
      id: crypto.randomUUID(),
      ...wish,
      type: (this.media.mimeType || mimeType || '').split(';')[0]!,
      begun: Date.now(),
      seconds: 0,
      spans: [],
    };
    this.ended = new Promise((resolve) => (this.settle = resolve));
    this.media.ondataavailable = ({ data }) => this.keep(data);
    this.media.onstop = () => void this.finish();
    this.media.onerror = () => this.stop(TROUBLE.broken);
    const { signal } = this.gone;
    for (const track of stream.getTracks()) track.addEventListener('ended', () => this.stop(TROUBLE.gone), { signal });
    document.addEventListener('visibilitychange', () => document.hidden && this.pause(TROUBLE.away), { signal });
    window.addEventListener('pagehide', () => this.pause(TROUBLE.away), { signal });
  }

  private get now(): number {
    return performance.now() / 1000;
  }

  /** Begins, or goes on after a pause. */
  run(): void {
    if (this.media.state === 'inactive' && this.begun) return;
    if (this.media.state === 'inactive') this.media.start(CHUNK);
    else this.media.resume();
    this.begun = true;
    this.segments.run(this.now);
    this.timer ??= setInterval(() => this.tell(), TELL);
    this.tell('recording', null);
  }

  pause(why: string | null = null): void {
    if (this.media.state !== 'recording') return;
    this.media.pause();
    this.media.requestData();
    this.segments.pause(this.now);
    this.tell('paused', why);
  }

  /** Leaves the last stretch out, while paused. */
  dropLast(): void {
    this.segments.dropLast();
    this.tell();
    this.note();
    void keepAbout({ ...this.about }).catch(() => undefined); // told of by the next chunk
  }

  stop(trouble: string | null = null): void {
    if (this.state.getState().phase === 'ended') return;
    this.segments.pause(this.now);
    this.tell('ended', trouble);
    clearInterval(this.timer);
    this.gone.abort();
    if (this.media.state !== 'inactive') this.media.stop();
    // Where all its tracks have ended it has stopped by itself; its last chunk, and `onstop` behind it, are still to
    // come.
    else if (!this.begun) void this.finish();
  }

  private tell(phase = this.state.getState().phase, trouble = this.state.getState().trouble): void {
    const seconds = this.segments.kept(this.now);
    this.state.setState({
      phase,
      trouble,
      seconds: Math.min(seconds, this.limit),
      stretches: this.segments.spans(this.now).length,
    });
    if (phase === 'recording' && seconds >= this.limit) this.stop();
  }

  private note(): void {
    Object.assign(this.about, { seconds: this.segments.recorded(this.now), spans: this.segments.spans(this.now) });
  }

  private keep(chunk: Blob): void {
    if (chunk.size === 0) return;
    this.note();
    const [about, n] = [{ ...this.about }, this.chunks.push(chunk) - 1];
    this.keeping = this.keeping.then(() => keepChunk(about, n, chunk)).catch(() => this.stop(TROUBLE.full));
  }

  private async finish(): Promise<void> {
    await this.keeping;
    this.note();
    const { spans } = this.about;
    const kept = spans.length > 0 && this.chunks.length > 0;
    const { trouble } = this.state.getState();
    if (trouble)
      this.state.setState({
        trouble: `${trouble} ${kept ? 'What was recorded until then is here.' : 'Nothing was recorded yet.'}`,
      });
    // What the memory holds is whole also where the device had no room for its end.
    this.settle(kept ? { ...this.about, blob: await wholeRecording(this.about, this.chunks) } : null);
  }

  /** Lets go without keeping anything more; the stream's owner stops the stream. */
  destroy(): void {
    clearInterval(this.timer);
    this.gone.abort();
    if (this.media.state !== 'inactive') this.media.stop();
  }
}
