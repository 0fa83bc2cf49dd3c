import Svg, { Path } from 'react-native-svg';
import { colours } from './theme';

/** Our own icons: single lines in a box of 24, two units wide. */
export const LINES = {
  now: 'M4 20V10L12 4l8 6v10ZM10 20v-5h4v5',
  shelf: 'M4 19V6h4v13M8 19V4h4v15M13 8l4-1 3 11-4 1ZM2 19.500h20',
  review: 'M2 5c6 3 14 3 20 0M6 7v3M12 7.500v3M18 7v3M3.500 10h5v8h-5ZM9.500 10.500h5v8h-5ZM15.500 10h5v8h-5Z',
  group: 'M3 4h18v12H3ZM12 16v2M8 21l4-3 4 3M7 8h6M7 11.500h10',
  pen: 'M4 20l1.200-4.500L16 4.500l3.500 3.500L8.500 18.800ZM13.500 7l3.500 3.500',
  brush: 'M20 4C14 7 10 11 9 14l2 2c3-1 7-5 9-12ZM9 14c-3 0-2 4-6 5 3 2 8 1 8-3',
  rubber: 'M13.500 4.500l6 6-8.500 8.500H7L3.500 15.500ZM8.500 9.500l6 6M11 19h9',
  marker: 'M6 15l4 4M5 20h4.500l10-10a2 2 0 0 0 0-3L17 4.500a2 2 0 0 0-3 0L4.500 14.500ZM12 22h9',
  fill: 'M11 3v4M5 12l6-7 8 8-6.500 6.500a2 2 0 0 1-3 0L5 14.500a2 2 0 0 1 0-2.500ZM6 12h12M20.500 16.500c-2 2.600-2 4 0 4s2-1.400 0-4Z',
  words: 'M5 7V4.500h14V7M12 4.500V20M9 20h6',
  heading: 'M6 4v16M18 4v16M6 12h12',
  bold: 'M7 4h6a4 4 0 0 1 0 8H7ZM7 12h7a4 4 0 0 1 0 8H7Z',
  italic: 'M10 4h8M6 20h8M14 4l-4 16',
  numbers: 'M10 6h11M10 12h11M10 18h11M4 4v4M3 11h3l-3 3.500h3M3 17h3v4H3',
  grip: 'M9 5h.1M15 5h.1M9 12h.1M15 12h.1M9 19h.1M15 19h.1',
  link: 'M9 15l6-6M11 6l2-2a5 5 0 0 1 7 7l-2 2M13 18l-2 2a5 5 0 0 1-7-7l2-2',
  plan: 'M4 3h16v18H4ZM8 8h8M8 12h8M8 16h5',
  tide: 'M2 9c3-4 6-4 9 0s6 4 11 0M2 16c3-4 6-4 9 0s6 4 11 0',
  box: 'M3 4h18v5H3ZM5 9v11h14V9M9 13h6',
  lock: 'M6 11h12v9H6ZM8.500 11V8a3.500 3.500 0 0 1 7 0v3M12 14.500v2',
  search: 'M10.500 4a6.500 6.500 0 1 0 .1 0ZM15.500 15.500L21 21',
  up: 'M12 20V5M6 11l6-6 6 6',
  down: 'M12 4v15M6 13l6 6 6-6',
  ask: 'M3 4h18v12H12l-5 5v-5H3Z',
  picture: 'M3 5h18v14H3ZM3 16l5-5 4 4 3-3 6 5M15.500 8.500a1 1 0 1 0 .1 0Z',
  pin: 'M5 3.500h14v11h-4.500L12 21l-2.500-6.500H5Z',
  stamp: 'M9 12c0-2 1-3 1-5a2 2 0 1 1 4 0c0 2 1 3 1 5M5 12h14v4H5ZM4 20h16',
  choose: 'M6 4l12 8-5.500 1.200L9 18ZM13 14l4 5',
  pages: 'M8 3h11v14H8ZM8 7H5v14h11v-4',
  strike: 'M4 12h16M8 8c0-5 8-5 8-1M8 16c0 5 9 4 8-1',
  free: 'M3 15c4-9 6 6 9-1s5-5 9-2',
  copy: 'M8 8h12v12H8ZM16 8V4H4v12h4',
  front: 'M4 4h9v9H4ZM13 10h7v10H10v-7',
  behind: 'M11 11h9v9h-9ZM11 14H4V4h10v7',
  bin: 'M4 7h16M9 7V4h6v3M6 7l1 13h10l1-13M10 11v5M14 11v5',
  plus: 'M12 4v16M4 12h16',
  keyboard: 'M2 6h20v12H2ZM6 10h.1M10 10h.1M14 10h.1M18 10h.1M7 14h10',
  full: 'M14 4h6v6M20 4l-7 7M10 20H4v-6M4 20l7-7',
  camera: 'M3 7h4.500l2-3h5l2 3H21v13H3ZM12 9.500a3.700 3.700 0 1 0 .1 0Z',
  phone: 'M7 2.500h10v19H7ZM11 18.500h2',
  flip: 'M5 9a8 8 0 0 1 13.500-2L21 9M21 4v5h-5M19 15a8 8 0 0 1-13.500 2L3 15M3 20v-5h5',
  torch: 'M8 3h8l-1 6v12H9V9ZM8.500 6h7M12 12v3',
  corners: 'M4 4h4v4H4ZM16 3h4v4h-4ZM17 17h4v4h-4ZM3 16h4v4H3ZM8 6l8-1M18 7l1 10M17 19l-10-1M5 16l1-8',
  size: 'M10 4H4v6M4 4l16 16M14 20h6v-6',
  width: 'M8 6l-6 6 6 6M16 6l6 6-6 6M3 12h18',
  turn: 'M20 12a8 8 0 1 1-3-6.200L20 8M20 3v5h-5',
  play: 'M7 4l12 8-12 8Z',
  pause: 'M8 5v14M16 5v14',
  voice:
    'M12 3a3 3 0 0 1 3 3v6a3 3 0 0 1-6 0V6a3 3 0 0 1 3-3ZM5.500 11.500a6.500 6.500 0 0 0 13 0M12 18v3.500M8.500 21.500h7',
  film: 'M3 6h12v12H3ZM15 10.500l6-3.500v10l-6-3.500ZM6 9h3',
  record: 'M12 5.500a6.500 6.500 0 1 0 .1 0Z',
  stop: 'M6.500 6.500h11v11h-11Z',
  louder: 'M4 9.500v5h3.500l5 4v-13l-5 4ZM16 9a4.500 4.500 0 0 1 0 6M18.500 6.500a8 8 0 0 1 0 11',
  earlier: 'M4 12a8 8 0 1 1 2.500 5.800M4 12V6M4 12h6M12 8v4.500l3 2',
  out: 'M12 3v12M7 10l5 5 5-5M4 20h16',
  crop: 'M7 2v15h15M2 7h15v15',
  table: 'M3 4h18v16H3ZM3 9.500h18M9 4v16M15 4v16M3 14.800h18',
  list: 'M9 6h12M9 12h12M9 18h12M4 6h.1M4 12h.1M4 18h.1',
  undo: 'M8 5L4 9l4 4M4 9h10a5 5 0 0 1 0 10h-4',
  redo: 'M16 5l4 4-4 4M20 9H10a5 5 0 0 0 0 10h4',
  back: 'M15 4l-8 8 8 8',
  forward: 'M9 4l8 8-8 8',
  close: 'M5 5l14 14M19 5L5 19',
  again: 'M19.5 12a7.500 7.500 0 1 1-2.500-5.600M17.500 2.500v4.500h-4.500',
  letter: 'M3 6h18v13H3ZM3.500 7l8.500 7 8.500-7',
  bell: 'M6 17V10a6 6 0 0 1 12 0v7M4 17h16M10.500 20.500h3M12 2.500V4',
  eye: 'M2 12c4-7 16-7 20 0-4 7-16 7-20 0ZM12 9a3 3 0 1 0 .1 0Z',
  boat: 'M3 14h18l-3 6H6ZM12 3v11M12 4l6 8h-6',
  tick: 'M4 13l5 5L20 6',
  wait: 'M12 3a9 9 0 1 0 .1 0ZM12 7v5l4 3',
  fit: 'M4 9V4h5M15 4h5v5M20 15v5h-5M9 20H4v-5',
  leave: 'M10 4H4v16h6M9 12h11M16 8l4 4-4 4',
  people:
    'M8 11a3.500 3.500 0 1 0 0-.1ZM2.500 20c0-8 11-8 11 0M16 12a2.800 2.800 0 1 0 0-.1ZM15.500 15.500c3-1 6 .5 6 4.500',
  more: 'M4 7h16M4 12h16M4 17h10',
  hand:
    'M7 12V6.500a1.500 1.500 0 0 1 3 0V11V4.500a1.500 1.500 0 0 1 3 0V11V5.500a1.500 1.500 0 0 1 3 ' +
    '0V12V8.500a1.500 1.500 0 0 1 3 0V15c0 4-2.500 6-6 6-4 0-5-2-8.500-7 1-1.500 2.500-1 3.500.500Z',
  cloud: 'M7 19h10a4 4 0 0 0 .5-8A6 6 0 0 0 6 10a4.500 4.500 0 0 0 1 9Z',
} as const;

export type LineName = keyof typeof LINES;

export function LineIcon({
  name,
  size = 24,
  colour = colours.ink,
  width = 2,
}: {
  name: LineName;
  size?: number;
  colour?: string;
  width?: number;
}) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path
        d={LINES[name]}
        fill="none"
        stroke={colour}
        strokeWidth={width}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </Svg>
  );
}
