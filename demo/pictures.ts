/** Outline pictures for page backgrounds, on an A4 page of 595 × 842 points. Drawn by us as paths. */
import type { Background } from '@lippet/core/page/background';
import { INK_COLOURS } from '@lippet/core/ink/tools';

export const A4 = { width: 595, height: 842 } as const;
const ink = { stroke: INK_COLOURS.ink, width: 3 };
const thin = { stroke: INK_COLOURS.ink, width: 1.6 };

export const LIGHTHOUSE: Background = {
  kind: 'picture',
  alt: 'Outline of a lighthouse on a small island: a roof, a lantern room, a tower with four bands, a door, the sea.',
  shapes: [
    { d: 'M0 690C90 676 150 700 240 688S430 700 595 682', ...ink },
    { d: 'M140 692C180 640 250 622 300 622S430 640 470 688', ...ink },
    { d: 'M236 624L262 300H338L364 624', ...ink },
    { d: 'M255 384H345M249 464H351M242 544H358', ...thin },
    { d: 'M248 272H352V300H248Z', ...ink },
    { d: 'M264 210H336V272H264Z', ...ink },
    { d: 'M254 210L300 148L346 210Z', ...ink },
    { d: 'M284 624V574C284 556 316 556 316 574V624', ...ink },
    { d: 'M300 210V272', ...thin },
  ],
};

export const HARBOUR_MAP: Background = {
  kind: 'picture',
  alt: 'Outline map of a harbour: land along the top with a quay, a long island below, four numbered places, a compass rose.',
  shapes: [
    { d: 'M0 0H595V170C540 210 500 160 430 150S330 250 250 262S90 180 0 236Z', fill: '#E9E2CA', ...ink },
    { d: 'M262 250L292 244L300 330L276 334Z', fill: '#BFB596', ...ink },
    { d: 'M330 560C360 500 470 480 530 540S520 700 420 702S300 640 330 560Z', fill: '#E9E2CA', ...ink },
    {
      d: 'M60 420c20-14 34 14 54 0s34 14 54 0M400 400c20-14 34 14 54 0s34 14 54 0M90 640c20-14 34 14 54 0s34 14 54 0',
      stroke: INK_COLOURS.blue,
      width: 1.6,
    },
    {
      d: 'M284 326a6 6 0 1 0 .1 0ZM400 560a6 6 0 1 0 .1 0ZM480 640a6 6 0 1 0 .1 0ZM120 170a6 6 0 1 0 .1 0Z',
      fill: INK_COLOURS.ink,
    },
    { d: 'M80 720V800M40 760H120M80 720l-8 16h16Z', ...thin },
  ],
};

export const TONE_STRIP: Background = {
  kind: 'picture',
  alt: 'Five empty boxes in a row, for tones from light to dark, and one long box below for a smooth change.',
  shapes: [
    ...[0, 1, 2, 3, 4].map((i) => ({ d: `M${62 + i * 96} 180h86v200h-86Z`, ...ink })),
    { d: 'M62 470h470v120H62Z', ...ink },
  ],
};

export const MARSH_BIRD: Background = {
  kind: 'picture',
  alt: 'Outline of a wading bird with a long beak, standing in shallow water among grasses.',
  shapes: [
    {
      d: 'M178 420C190 350 270 318 350 340C400 354 440 400 486 470C420 470 380 500 320 500C240 500 176 480 178 420Z',
      ...ink,
    },
    { d: 'M196 372C170 340 168 290 196 268C226 246 262 268 258 300C256 320 250 330 262 342', ...ink },
    { d: 'M178 290L60 318L180 306', ...ink },
    { d: 'M214 290a5 5 0 1 0 .1 0Z', fill: INK_COLOURS.ink },
    { d: 'M290 500L286 640M340 496L344 640M286 640l-26 12M286 640l22 12M344 640l-24 12M344 640l24 12', ...ink },
    { d: 'M280 380C330 380 380 410 430 450M300 420C340 424 370 440 400 460', ...thin },
    { d: 'M40 660C140 646 220 676 320 660S500 676 560 656', ...thin },
    { d: 'M480 660C476 600 490 560 520 520M500 660C504 610 520 590 548 570M460 664C452 620 450 600 438 580', ...thin },
  ],
};

export const FERRY: Background = {
  kind: 'picture',
  alt: 'Outline of a ferry with a funnel and round windows, on calm water under an empty sky.',
  shapes: [
    { d: 'M70 520H525L470 620H140Z', ...ink },
    { d: 'M150 520V430H430V520', ...ink },
    { d: 'M200 430V370H330V430', ...ink },
    { d: 'M360 430V330H410V430', ...ink },
    {
      d: 'M180 475a16 16 0 1 0 32 0a16 16 0 1 0-32 0M250 475a16 16 0 1 0 32 0a16 16 0 1 0-32 0M320 475a16 16 0 1 0 32 0a16 16 0 1 0-32 0',
      ...thin,
    },
    { d: 'M20 640c40-24 70 24 110 0s70 24 110 0 70 24 110 0 70 24 110 0 70 24 110 0', ...ink },
  ],
};

export const SQUARED: Background = { kind: 'squared', gap: 22 };
export const GUIDES: Background = { kind: 'guides', xHeight: 22 };
export const BLANK: Background = { kind: 'blank' };
export const LINED: Background = { kind: 'lined', gap: 34 };

/** A sheet on its side: 842 × 595 points. */
export const A4_ACROSS = { width: A4.height, height: A4.width } as const;

/** Stones of the harbour wall, row by row, each row set off from the one below. */
const wallStones = (): string => {
  const [high, wide] = [62, 118];
  const rows = [0, 1, 2, 3, 4, 5, 6];
  return rows
    .flatMap((row) => {
      const top = 96 + row * high;
      const joints = [0, 1, 2, 3, 4, 5, 6, 7]
        .map((i) => i * wide + (row % 2 === 0 ? 0 : wide / 2))
        .filter((x) => x < 842);
      return [`M0 ${top}H842`, ...joints.map((x) => `M${x} ${top}V${top + high}`)];
    })
    .join('');
};

export const HARBOUR_WALL: Background = {
  kind: 'picture',
  alt: 'A harbour wall of large stones, with a rail along its top and water at its foot.',
  shapes: [
    { d: 'M0 96H842V530H0Z', fill: '#EFE8D6' },
    { d: wallStones(), stroke: '#BFB596', width: 1.4 },
    { d: 'M0 96H842', ...ink },
    { d: 'M0 40H842M60 40V96M220 40V96M380 40V96M540 40V96M700 40V96', ...thin },
    {
      d: 'M0 548c30-16 50 16 84 0s54 16 84 0 54 16 84 0 54 16 84 0 54 16 84 0 54 16 84 0 54 16 84 0 54 16 84 0 54 16 84 0 54 16 86 0',
      stroke: INK_COLOURS.blue,
      width: 2,
    },
  ],
};
