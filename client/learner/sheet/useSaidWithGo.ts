import { FELT, type Felt, type PieceView, type SaidWithGo } from '@lippet/core/contract/pieces';
import { useEffect, useEffectEvent } from 'react';
import { useUnsentWords } from '../../stores/unsent';

/** What is said with the go that is about to be sent, and how it is changed. */
export interface Saying {
  word: string;
  felt: Felt | null;
  voice: string | null;
  setWord: (word: string) => void;
  setFelt: (felt: Felt | null) => void;
  setVoice: (voice: string | null) => void;
}

/**
 * What a learner says with a go. It outlives a look back at the sheet, and a reload; with each go it is another. What
 * was said with a go that was taken back is there again.
 */
export function useSaidWithGo({ id, goes, takenBack }: Pick<PieceView, 'id' | 'goes' | 'takenBack'>): Saying {
  const place = `${id}:${goes.length + 1}`;
  const [word, setWord] = useUnsentWords(`send:${place}`);
  const [feltName, setFeltName] = useUnsentWords(`send-felt:${place}`);
  const [voice, setVoice] = useUnsentWords(`send-voice:${place}`);
  const saidBefore = useEffectEvent((before: SaidWithGo) => {
    if (word !== '' || feltName !== '' || voice !== '') return;
    setWord(before.word ?? '');
    setFeltName(before.felt ?? '');
    setVoice(before.voice ?? '');
  });
  useEffect(() => {
    if (takenBack) saidBefore(takenBack);
  }, [takenBack]);
  return {
    word,
    felt: FELT.find((felt) => felt === feltName) ?? null,
    voice: voice || null,
    setWord,
    setFelt: (felt) => setFeltName(felt ?? ''),
    setVoice: (voiceId) => setVoice(voiceId ?? ''),
  };
}
