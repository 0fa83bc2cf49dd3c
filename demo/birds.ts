/** Made-up marsh birds: how each looks, as if cut in lino, and how it calls. No real bird was drawn or recorded. */
import type { Sound } from '@lippet/core/sound/sound';
import { randomFrom } from './hand';

const RATE = 48_000;
const INK = '#1C2A33';

/** One note of a call: it glides from one pitch to another, in Hz. */
interface CallNote {
  from: number;
  to: number;
  seconds: number;
  /** Silence behind it. */
  rest: number;
  /** How much of it is a rasp, from 0 to 1. */
  rough: number;
}

const note = (from: number, to: number, seconds: number, rest: number, rough = 0): CallNote => ({
  from,
  to,
  seconds,
  rest,
  rough,
});

const BOOM = [note(150, 130, 0.5, 0.45), note(150, 125, 0.7, 0.8)];
const WHISTLE = [note(900, 1_900, 0.45, 0.08), note(1_000, 2_200, 0.5, 0.08), note(1_300, 2_600, 0.6, 0.5)];
const CHATTER = Array.from({ length: 7 }, () => note(2_600, 2_100, 0.07, 0.06, 0.7));

function callOf(notes: readonly CallNote[], seed: number): Sound {
  const random = randomFrom(seed);
  const length = notes.reduce((sum, { seconds, rest }) => sum + seconds + rest, 0);
  const samples = new Float32Array(Math.ceil(length * RATE));
  let offset = 0;
  let phase = 0;
  for (const { from, to, seconds, rest, rough } of notes) {
    const count = Math.round(seconds * RATE);
    for (let i = 0; i < count; i++) {
      const through = i / count;
      phase += (from + (to - from) * through) / RATE;
      const tone = Math.sin(2 * Math.PI * phase) + 0.3 * Math.sin(4 * Math.PI * phase);
      const rasp = (random() - 0.5) * 2;
      samples[offset + i] = 0.45 * Math.sin(Math.PI * through) ** 0.5 * (tone * (1 - rough) + rasp * rough);
    }
    offset += count + Math.round(rest * RATE);
  }
  return { channels: [samples], rate: RATE };
}

const drawn = (inside: readonly string[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="240" height="240" viewBox="0 0 240 240">` +
  `<rect width="240" height="240" fill="#FFFCF4"/><path d="M0 214H240" stroke="#55721F" stroke-width="10"/>` +
  `<g fill="${INK}" stroke="${INK}" stroke-width="7" stroke-linecap="round" stroke-linejoin="round">${inside.join('')}</g></svg>`;

/** What is made for an option of a demo question, by the option's words. */
export interface DemoMedia {
  /** SVG. */
  picture?: string;
  sound?: () => Sound;
}

export const BIRD_MEDIA: Record<string, DemoMedia> = {
  bittern: {
    picture: drawn([
      `<path d="M70 196c-18-40-4-84 34-96l10-58 16 0-2 62c26 12 30 60 6 92Z" fill="#B93A24"/>`,
      `<path d="M114 44l-40-18" fill="none"/>`,
      `<circle cx="118" cy="52" r="3" fill="#FFFCF4"/>`,
      `<path d="M92 196v18M116 196v18" fill="none"/>`,
    ]),
  },
  curlew: {
    picture: drawn([
      `<ellipse cx="130" cy="130" rx="58" ry="34" fill="#F0AE2E"/>`,
      `<path d="M84 112l-20-30" stroke-width="16" fill="none"/>`,
      `<circle cx="62" cy="78" r="14"/>`,
      `<path d="M52 82c-18 6-32 22-34 44" fill="none"/>`,
      `<path d="M120 164v50M142 164v50" fill="none"/>`,
    ]),
  },
  tern: {
    picture: drawn([
      `<path d="M20 96c40-34 70-16 92 14 30-46 66-62 108-52-36 ` +
        `14-58 40-70 72l34 26-54-8c-44 20-70-8-76-30-10-14-22-20-34-22Z" fill="#DCE8EA"/>`,
      `<path d="M62 110l-30 10" fill="none" stroke="#B93A24"/>`,
      `<path d="M60 96c8-8 22-8 32 2" fill="none"/>`,
    ]),
  },
  'first call': { sound: () => callOf(BOOM, 3) },
  'second call': { sound: () => callOf(WHISTLE, 5) },
  'third call': { sound: () => callOf(CHATTER, 7) },
};
