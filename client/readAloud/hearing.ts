import { SPEECH_LIMIT, type SpeechView } from '@lippet/core/contract/speech';
import { spokenWords, wordAt } from '@lippet/core/words/spoken';
import { createStore } from 'zustand/vanilla';
import { request } from '../api/request';
import { useSettings } from '../stores/settings';

export interface HearingState {
  /** The text that is heard; null for none. */
  text: string | null;
  /** Whether its sound is still on its way. */
  waiting: boolean;
  /** The word that is heard, counted as core/words/spoken does; -1 before the first. */
  word: number;
  /** Why the last text was not heard, and which that was. */
  trouble: { text: string; why: string } | null;
}

const SILENT: HearingState = { text: null, waiting: false, word: -1, trouble: null };
/** How much faster or slower than usual a browser's own voice speaks. */
const RATES = { slow: 0.75, middle: 0.95, fast: 1.15 } as const;

/** A voice of this device, in English; not one that would send the text away. */
function ownVoice(): SpeechSynthesisVoice | null {
  const voices = 'speechSynthesis' in window ? window.speechSynthesis.getVoices() : [];
  return voices.find(({ localService, lang }) => localService && lang.startsWith('en')) ?? null;
}

/** Says texts, one at a time: with a voice of the device where it has one, else with one that school makes. */
class Hearing {
  readonly state = createStore<HearingState>(() => SILENT);
  private audio: HTMLAudioElement | null = null;
  private frame = 0;
  private turn = 0;

  async hear(text: string): Promise<void> {
    this.stop();
    const turn = ++this.turn;
    const words = text.trim().slice(0, SPEECH_LIMIT);
    if (words === '') return;
    this.state.setState({ ...SILENT, text, waiting: true });
    const voice = ownVoice();
    if (voice) return this.sayHere(text, words, voice, turn);
    try {
      const speech = await request('POST /speech', { text: words, speed: useSettings.getState().speed });
      if (turn === this.turn) await this.play(speech, turn);
    } catch (error) {
      if (turn === this.turn) this.state.setState({ ...SILENT, trouble: { text, why: (error as Error).message } });
    }
  }

  private sayHere(text: string, words: string, voice: SpeechSynthesisVoice, turn: number): void {
    const utterance = new SpeechSynthesisUtterance(words);
    const starts = spokenWords(words).map(({ start }) => start);
    Object.assign(utterance, { voice, lang: voice.lang, rate: RATES[useSettings.getState().speed] });
    utterance.onstart = () => turn === this.turn && this.state.setState({ waiting: false });
    utterance.onboundary = ({ charIndex }) =>
      turn === this.turn && this.state.setState({ word: wordAt(starts, charIndex) });
    utterance.onend = () => turn === this.turn && this.stop();
    utterance.onerror = ({ error }) =>
      turn === this.turn &&
      error !== 'canceled' &&
      this.state.setState({ ...SILENT, trouble: { text, why: 'This device’s voice can’t be heard just now.' } });
    window.speechSynthesis.speak(utterance);
  }

  private async play({ address, times }: SpeechView, turn: number): Promise<void> {
    const audio = new Audio(address);
    this.audio = audio;
    const follow = (): void => {
      if (turn !== this.turn) return;
      const word = wordAt(times, audio.currentTime);
      if (word !== this.state.getState().word) this.state.setState({ word });
      this.frame = requestAnimationFrame(follow);
    };
    audio.onended = () => turn === this.turn && this.stop();
    await audio.play();
    this.state.setState({ waiting: false });
    follow();
  }

  stop(): void {
    this.turn += 1;
    cancelAnimationFrame(this.frame);
    this.audio?.pause();
    this.audio = null;
    if ('speechSynthesis' in window) window.speechSynthesis.cancel();
    this.state.setState(SILENT);
  }
}

export const hearing = new Hearing();
