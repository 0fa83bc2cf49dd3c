/** A lighthouse to put labels onto, as if cut in lino. */
const INK = '#1C2A33';

/** A picture, and what is what on it, in shares of its width and height. */
export interface LabelledPicture {
  words: string;
  /** SVG. */
  picture: string;
  labels: { words: string; x: number; y: number }[];
  /** Labels that belong nowhere. */
  spare: string[];
}

const SHAPES = [
  `<rect width="480" height="560" fill="#DCE8EA"/>`,
  `<path d="M0 470q60-30 120 0t120 0 120 0 120 0v90H0Z" fill="#2A6A8C"/>`,
  `<path d="M110 500q40-60 130-60t140 60Z" fill="#566470"/>`,
  `<path d="M200 450l14-290h52l14 290Z" fill="#FFFCF4"/>`,
  `<path d="M208 330h64l3 50h-70Z" fill="#B93A24"/>`,
  `<path d="M212 240h56l3 44h-62Z" fill="#B93A24"/>`,
  `<rect x="196" y="146" width="88" height="16" fill="${INK}"/>`,
  `<rect x="214" y="92" width="52" height="54" fill="#F0AE2E"/>`,
  `<path d="M204 92l36-44 36 44Z" fill="#B93A24"/>`,
  `<rect x="228" y="406" width="24" height="44" fill="${INK}"/>`,
];

export const LIGHTHOUSE_PARTS: LabelledPicture = {
  words: 'What is what on the lighthouse?',
  picture:
    `<svg xmlns="http://www.w3.org/2000/svg" width="480" height="560" viewBox="0 0 480 560">` +
    `<g stroke="${INK}" stroke-width="6" stroke-linejoin="round">${SHAPES.join('')}</g></svg>`,
  labels: [
    { words: 'lamp', x: 0.5, y: 0.21 },
    { words: 'gallery', x: 0.7, y: 0.29 },
    { words: 'tower', x: 0.5, y: 0.52 },
    { words: 'door', x: 0.5, y: 0.77 },
    { words: 'rock', x: 0.34, y: 0.85 },
  ],
  spare: ['anchor'],
};
