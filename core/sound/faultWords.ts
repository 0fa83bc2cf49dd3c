import type { SoundFault } from './judgeSound';

/** What is said of a recording, and what helps. */
export const FAULT_WORDS: Record<SoundFault, { short: string; long: string }> = {
  silent: { short: 'silent', long: 'Nothing can be heard. Is the microphone covered, or switched off?' },
  quiet: { short: 'very quiet', long: 'It is very quiet. Go nearer, or let it be made louder.' },
  clipped: { short: 'too loud, it crackles', long: 'It was too loud, so it crackles. Hold it a little further away.' },
  noise: { short: 'mostly noise', long: 'There is mostly noise. Is there wind, or a machine? A quieter place helps.' },
};

/** The faults of one recording in one short line. */
export const faultLine = (faults: readonly SoundFault[]): string =>
  faults.map((fault) => FAULT_WORDS[fault].short).join(', ');
