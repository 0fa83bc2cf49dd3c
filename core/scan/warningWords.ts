import type { Warning } from './shot';

/** What is said of a photo, and what helps. */
export const WARNING_WORDS: Record<Warning, { short: string; long: string }> = {
  blurred: { short: 'blurred', long: 'It is blurred. Hold still, or rest your arms on the table.' },
  dark: { short: 'too dark', long: 'It is too dark. Go nearer to a window or a lamp.' },
  glare: { short: 'a bright spot', long: 'There is a bright spot of light on it. Tilt the paper a little.' },
  cut: {
    short: 'not all of it',
    long: 'Not all of the sheet can be seen. Move back, and keep fingers off the corners.',
  },
};

/** The warnings of one photo in one short line. */
export const warningLine = (warnings: readonly Warning[]): string =>
  warnings.map((warning) => WARNING_WORDS[warning].short).join(', ');
