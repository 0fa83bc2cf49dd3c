import type { MediaHome } from '@lippet/core/contract/media';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { mediaOutbox } from '../api/mediaOutbox';
import { MicrophoneError, openMicrophone } from './microphone';
import { Recorder, type Recorded } from './recorder';
import { forgetRecording } from './recordingStore';

/** A spoken note is at most so long, in seconds. */
const LONGEST = 120;
const TOO_SHORT = 'That was too short to hear. Press, speak, and press again.';
const NO_ROOM = 'This device has no room left for that note.';

export type SpokenNoteState =
  | { step: 'silent'; trouble: string | null }
  | { step: 'opening' }
  | { step: 'speaking'; recorder: Recorder; stream: MediaStream }
  | { step: 'keeping' };

const SILENT: SpokenNoteState = { step: 'silent', trouble: null };

function stopListening(stream: MediaStream): void {
  for (const track of stream.getTracks()) track.stop();
}

/** One note at a time that is spoken: recorded, and kept on the device. */
export class SpokenNote {
  readonly state: StoreApi<SpokenNoteState> = createStore<SpokenNoteState>(() => SILENT);
  /** What comes of the note under way: the file that holds it, or null. */
  private kept: Promise<string | null> = Promise.resolve(null);

  /** @param home what the file belongs to; null where nothing can be said yet */
  constructor(private readonly home: MediaHome | null) {}

  /**
   * Begins to listen; what is said is told once it is kept on the device.
   * @param onSaid told of the file in which it is spoken
   */
  async begin(onSaid: (voice: string) => void): Promise<void> {
    const { home } = this;
    if (!home || this.state.getState().step !== 'silent') return;
    this.state.setState({ step: 'opening' }, true);
    this.kept = Promise.resolve(null);
    try {
      const { stream } = await openMicrophone();
      // Whoever has left meanwhile is not listened to.
      if (this.state.getState().step !== 'opening') return stopListening(stream);
      const recorder = new Recorder(stream, { home, part: 'note', sort: 'sound' }, LONGEST);
      this.kept = recorder.ended.then((recorded) => this.keep(home, recorded, { recorder, stream, onSaid }));
      recorder.run();
      this.state.setState({ step: 'speaking', recorder, stream }, true);
    } catch (error) {
      if (!(error instanceof MicrophoneError)) throw error;
      this.state.setState({ step: 'silent', trouble: error.message }, true);
    }
  }

  /** Ends what is being said. @returns the file that holds it, once that is kept; null where nothing is */
  end(): Promise<string | null> {
    const state = this.state.getState();
    if (state.step === 'speaking') state.recorder.stop();
    if (state.step === 'opening') this.state.setState(SILENT, true);
    return this.kept;
  }

  private async keep(
    home: MediaHome,
    recorded: Recorded | null,
    { recorder, stream, onSaid }: { recorder: Recorder; stream: MediaStream; onSaid: (voice: string) => void },
  ): Promise<string | null> {
    stopListening(stream);
    if (!recorded) return this.lose(recorder.state.getState().trouble ?? TOO_SHORT);
    this.state.setState({ step: 'keeping' }, true);
    try {
      const voice = crypto.randomUUID();
      await mediaOutbox.add(voice, home, recorded.blob);
      await forgetRecording(recorded.id);
      this.state.setState(SILENT, true);
      onSaid(voice);
      return voice;
    } catch {
      return this.lose(NO_ROOM);
    }
  }

  private lose(trouble: string): null {
    this.state.setState({ step: 'silent', trouble }, true);
    return null;
  }
}
