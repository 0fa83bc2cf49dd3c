/** A camera for machines that have none: a made-up sheet on a table, seen by a hand that is not quite still. */

const SIZE = { width: 1280, height: 960 };
const EVERY = 1000 / 24;
/** How far the hand strays, in pixels: at first it comes to the sheet, then it trembles. */
const AWAY = 160;
const TREMBLE = 1.2;
/** So much more table is drawn on each side than is seen. */
const ROOM = AWAY + 2;
const TABLE = '#6B4A33';
const GRAIN = '#5C3E2A';

/** How far the camera points beside its aim, in pixels. */
function strayed(seconds: number): { x: number; y: number } {
  const away = Math.max(0, 1 - seconds / 1.2) * AWAY;
  return { x: away + Math.sin(seconds * 1.7) * TREMBLE, y: away + Math.sin(seconds * 1.3 + 2) * TREMBLE };
}

/** The sheet's corners, as shares of what is seen. */
const CORNERS = [
  [0.3, 0.09],
  [0.74, 0.13],
  [0.8, 0.9],
  [0.2, 0.86],
] as const;

/** What is drawn on the sheet: a fern, its name, and lines of writing. Places are shares of the sheet. */
const STROKES: readonly { colour: string; width: number; points: readonly (readonly [number, number])[] }[] = [
  {
    colour: '#1C2A33',
    width: 0.012,
    points: Array.from({ length: 30 }, (_, i) => [0.5 + 0.03 * Math.sin(i / 5), 0.62 - i * 0.016] as const),
  },
  ...Array.from({ length: 9 }, (_, i) => {
    const y = 0.58 - i * 0.05;
    const reach = 0.28 - i * 0.026;
    return {
      colour: '#55721F',
      width: 0.014,
      points: [
        [0.5 - reach, y - 0.06],
        [0.5 - reach / 2, y - 0.02],
        [0.5, y],
        [0.5 + reach / 2, y - 0.02],
        [0.5 + reach, y - 0.06],
      ] as const,
    };
  }),
  ...Array.from({ length: 5 }, (_, row) => ({
    colour: '#26358A',
    width: 0.006,
    points: Array.from(
      { length: 60 - row * 6 },
      (_, i) => [0.12 + i * 0.0125, 0.72 + row * 0.05 + 0.011 * Math.sin(i * 1.9 + row) * Math.sin(i * 0.7)] as const,
    ),
  })),
];

type Corner = readonly [number, number];

/**
 * The table with the sheet on it, and what lies around what is seen: drawn once, for it would take most of every
 * frame's time.
 */
function drawTable(): HTMLCanvasElement {
  const [width, height] = [SIZE.width + 2 * ROOM, SIZE.height + 2 * ROOM];
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.fillStyle = TABLE;
  context.fillRect(0, 0, width, height);
  context.strokeStyle = GRAIN;
  context.lineWidth = 3;
  for (let y = 14; y < height; y += 26) {
    context.beginPath();
    for (let x = 0; x <= width; x += 40) context.lineTo(x, y + 5 * Math.sin(x / 130 + y));
    context.stroke();
  }
  const [a, b, c, d] = CORNERS.map(([x, y]) => [x * SIZE.width + ROOM, y * SIZE.height + ROOM] as const) as [
    Corner,
    Corner,
    Corner,
    Corner,
  ];
  const place = (u: number, v: number): [number, number] =>
    [0, 1].map((k) => (a[k]! * (1 - u) + b[k]! * u) * (1 - v) + (d[k]! * (1 - u) + c[k]! * u) * v) as [number, number];
  const outline = (shift: number): void => {
    context.beginPath();
    for (const [x, y] of [a, b, c, d]) context.lineTo(x + shift, y + shift);
    context.closePath();
  };
  context.fillStyle = '#00000055';
  outline(9);
  context.fill();
  const light = context.createLinearGradient(a[0], a[1], c[0], c[1]);
  light.addColorStop(0, '#F4EFE2');
  light.addColorStop(1, '#CFC9BA');
  context.fillStyle = light;
  outline(0);
  context.fill();
  context.lineCap = context.lineJoin = 'round';
  for (const { colour, width: line, points } of STROKES) {
    context.strokeStyle = colour;
    context.lineWidth = line * (b[0] - a[0]);
    context.beginPath();
    for (const [u, v] of points) context.lineTo(...place(u, v));
    context.stroke();
  }
  return canvas;
}

/** Starts it. Ending the stream's track stops the drawing. */
export function startPracticeCamera(): MediaStream {
  const canvas = Object.assign(document.createElement('canvas'), SIZE);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const table = drawTable();
  const begun = performance.now();
  const draw = (seconds: number): void => {
    const { x, y } = strayed(seconds);
    // At whole pixels: between them, every frame would be computed anew.
    context.drawImage(table, Math.round(x) - ROOM, Math.round(y) - ROOM);
  };
  draw(0);
  const stream = canvas.captureStream(24);
  const timer = setInterval(() => {
    if (stream.getVideoTracks()[0]?.readyState !== 'live') return clearInterval(timer);
    draw((performance.now() - begun) / 1000);
  }, EVERY);
  return stream;
}
