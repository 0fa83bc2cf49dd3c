/** What the made-up learners have drawn. Each function draws on one page; `share` (0 to 1) says how far they got. */
import { type Hand, type Pen, type Spot } from './hand';

const pen = (colour: Pen['colour'], width: Pen['width'] = 'middle'): Pen => ({ tool: 'pen', colour, width });
const brush = (colour: Pen['colour'], width: Pen['width'] = 'middle'): Pen => ({ tool: 'brush', colour, width });

export type Drawing = (hand: Hand, share: number) => void;

const bird = (hand: Hand, [x, y]: Spot, size: number): void =>
  void hand.along(pen('ink'), [
    [x - size, y],
    [x - size * 0.5, y - size * 0.45],
    [x, y + size * 0.1],
    [x + size * 0.5, y - size * 0.5],
    [x + size, y],
  ]);

function waves(hand: Hand, colour: Pen['colour'], y: number, from: number, to: number): void {
  const spots: Spot[] = [];
  for (let x = from, i = 0; x <= to; x += 26, i++) spots.push([x, y + (i % 2 === 0 ? -5 : 5)]);
  hand.along(pen(colour), spots);
}

export const lighthouse: Drawing = (hand, share) => {
  const tower = (y: number): [number, number] => {
    const lean = ((y - 300) / 324) * 26;
    return [268 - lean + 6, 332 + lean - 6];
  };
  const steps: (() => void)[] = [
    () => hand.colourIn(brush('yellow', 'thin'), 216, 268, () => [270, 330], 6),
    () => hand.colourIn(brush('red'), 160, 206, (y) => [300 - ((y - 148) / 62) * 38, 300 + ((y - 148) / 62) * 38], 9),
    () => hand.colourIn(brush('red'), 394, 458, tower, 10),
    () => {
      for (const [from, to] of [
        [
          [250, 226],
          [110, 180],
        ],
        [
          [250, 246],
          [96, 262],
        ],
        [
          [350, 226],
          [490, 176],
        ],
        [
          [350, 246],
          [510, 258],
        ],
      ] as [Spot, Spot][]) {
        for (let t = 0.1; t < 1; t += 0.18) {
          const between = (u: number): Spot => [from[0] + (to[0] - from[0]) * u, from[1] + (to[1] - from[1]) * u];
          hand.along(brush('yellow', 'thin'), [between(t), between(t + 0.09)]);
        }
      }
    },
    () => hand.colourIn(brush('red'), 552, 612, tower, 10),
    () => bird(hand, [120, 420], 30),
    () => hand.colourIn(brush('water', 'thick'), 706, 822, () => [14, 580], 21),
    () => bird(hand, [478, 360], 24),
    () => hand.colourIn(brush('blue', 'thin'), 578, 620, () => [288, 312], 6),
    () => hand.colourIn(brush('sand', 'thick'), 640, 678, (y) => [300 - (y - 600) * 1.7, 300 + (y - 600) * 1.9], 17),
    () => waves(hand, 'blue', 742, 40, 300),
    () => waves(hand, 'blue', 788, 260, 560),
  ];
  for (const step of steps.slice(0, Math.max(1, Math.round(steps.length * share)))) step();
};

export const keeper: Drawing = (hand, share) => {
  hand.ring(pen('ink'), [300, 260], 62, 70);
  hand.ring(pen('ink', 'thick'), [278, 248], 3).ring(pen('ink', 'thick'), [324, 248], 3);
  hand.along(pen('red'), [
    [272, 290],
    [300, 306],
    [330, 286],
  ]);
  hand.along(pen('ink'), [
    [236, 220],
    [300, 176],
    [366, 222],
    [236, 222],
  ]);
  if (share < 0.5) return;
  hand.along(pen('ink'), [
    [262, 322],
    [226, 480],
    [374, 482],
    [336, 322],
  ]);
  hand.colourIn(brush('blue'), 336, 470, (y) => [262 - (y - 322) * 0.2, 338 + (y - 322) * 0.2], 12);
  hand
    .along(pen('ink'), [
      [250, 350],
      [170, 420],
    ])
    .along(pen('ink'), [
      [350, 350],
      [440, 300],
    ]);
  hand.ring(pen('yellow'), [456, 290], 18);
  hand
    .along(pen('ink'), [
      [266, 482],
      [258, 600],
    ])
    .along(pen('ink'), [
      [330, 482],
      [340, 600],
    ]);
};

export const joinedLetters: Drawing = (hand, share) => {
  const lines = ['l l l l l l', 'h h h h h', 'k k k k k', 'hill hill', 'lake keel'];
  lines.slice(0, Math.max(1, Math.round(lines.length * share))).forEach((line, i) => {
    hand.write(pen('ink'), line, [86, 134 + i * 102], 30);
  });
};

export const threeKnots: Drawing = (hand, share) => {
  const rope = brush('sand', 'thin');
  hand.along(rope, [
    [80, 180],
    [200, 160],
    [300, 210],
    [260, 270],
    [190, 230],
    [250, 150],
    [400, 170],
    [510, 150],
  ]);
  if (share > 0.3) {
    hand.along(rope, [
      [80, 420],
      [180, 400],
      [300, 460],
      [420, 400],
      [330, 350],
      [220, 420],
      [140, 470],
    ]);
    hand.along(rope, [
      [510, 470],
      [420, 450],
      [300, 400],
      [190, 380],
      [90, 360],
    ]);
  }
  if (share > 0.6) {
    hand.along(rope, [
      [120, 640],
      [260, 610],
      [380, 640],
      [400, 710],
      [300, 730],
      [250, 660],
      [330, 590],
      [480, 600],
    ]);
    hand.write(pen('ink'), 'reef', [260, 540], 18).write(pen('ink'), 'loop', [250, 300], 18);
  }
};

export const tidePool: Drawing = (hand, share) => {
  hand.ring(brush('blue', 'thin'), [300, 440], 220, 170);
  hand
    .ring(pen('red'), [220, 400], 26)
    .along(pen('red'), [
      [194, 400],
      [170, 380],
    ])
    .along(pen('red'), [
      [246, 400],
      [272, 384],
    ]);
  for (let i = 0; i < 5; i++) {
    const angle = (i / 5) * 2 * Math.PI - Math.PI / 2;
    hand.along(brush('yellow', 'thin'), [
      [380, 480],
      [380 + 46 * Math.cos(angle), 480 + 46 * Math.sin(angle)],
    ]);
  }
  if (share < 0.5) return;
  for (const x of [140, 156, 172, 440, 456]) {
    hand.along(pen('green', 'thick'), [
      [x, 560],
      [x - 12, 510],
      [x + 10, 470],
      [x - 4, 430],
    ]);
  }
  waves(hand, 'blue', 300, 200, 400);
  hand.ring(pen('plum'), [300, 520], 20, 14).ring(pen('plum'), [340, 540], 12, 9);
};

export const wavePatterns: Drawing = (hand, share) => {
  const rows = Math.max(1, Math.round(6 * share));
  for (let row = 0; row < rows; row++) {
    const y = 150 + row * 100;
    const spots: Spot[] = [];
    for (let x = 70, i = 0; x <= 525; x += row % 2 === 0 ? 30 : 18, i++) {
      spots.push([x, y + (i % 2 === 0 ? -1 : 1) * (row % 2 === 0 ? 26 : 15)]);
    }
    hand.along(row % 3 === 2 ? brush('blue', 'thin') : pen(row % 2 === 0 ? 'blue' : 'green', 'thick'), spots);
  }
};

export const marshBird: Drawing = (hand, share) => {
  hand.colourIn(brush('sand'), 372, 486, (y) => [196 + Math.abs(y - 430) * 0.5, 420 - Math.abs(y - 440) * 0.9], 12);
  if (share > 0.4) hand.colourIn(brush('red', 'thin'), 300, 312, () => [84, 176], 6);
  if (share > 0.6) hand.colourIn(brush('water', 'thick'), 676, 800, () => [30, 560], 21);
};

export const ferryPicture: Drawing = (hand, share) => {
  hand.colourIn(brush('blue'), 532, 612, (y) => [86 + (y - 520) * 0.7, 512 - (y - 520) * 0.55], 11);
  if (share > 0.4) hand.colourIn(brush('red'), 340, 424, () => [366, 404], 10);
  if (share > 0.6) {
    hand.along(brush('sand', 'thick'), [
      [384, 316],
      [400, 270],
      [440, 240],
      [430, 200],
      [480, 170],
    ]);
    hand.colourIn(brush('water', 'thick'), 670, 820, () => [20, 575], 22);
  }
};

export const harbourMap: Drawing = (hand, share) => {
  const places: [string, Spot][] = [
    ['pier', [312, 356]],
    ['pool', [416, 596]],
    ['camp', [420, 680]],
    ['mill', [136, 160]],
  ];
  places
    .slice(0, Math.max(1, Math.round(places.length * share)))
    .forEach(([name, at]) => hand.write(pen('blue'), name, at, 15));
  if (share < 0.6) return;
  const route: Spot[] = [
    [286, 344],
    [270, 420],
    [240, 480],
    [260, 540],
    [330, 560],
    [392, 566],
  ];
  for (let i = 0; i + 1 < route.length; i++) {
    const [a, b] = [route[i]!, route[i + 1]!];
    for (const t of [0.1, 0.55]) {
      hand.along(pen('red', 'thick'), [
        [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t],
        [a[0] + (b[0] - a[0]) * (t + 0.25), a[1] + (b[1] - a[1]) * (t + 0.25)],
      ]);
    }
  }
};

export const ferrySums: Drawing = (hand, share) => {
  const sums = ['10:40 + 25 = 11:05', '12:15 + 50 = 13:05', '13:20 + 35 = 13:55', '14:05 + 45 = 14:50'];
  sums
    .slice(0, Math.max(1, Math.round(sums.length * share)))
    .forEach((sum, i) => hand.write(pen('ink'), sum, [96, 133 + i * 68], 17));
  if (share > 0.8)
    hand.along(pen('green'), [
      [420, 330],
      [436, 350],
      [476, 300],
    ]);
};

export const toneStrip: Drawing = (hand, share) => {
  const boxes = Math.max(1, Math.round(5 * share));
  for (let i = 0; i < boxes; i++) {
    const left = 68 + i * 96;
    const gap = [22, 15, 10, 7, 5][i]!;
    hand.colourIn(
      { tool: 'pen', colour: 'ink', width: i > 2 ? 'thick' : 'middle' },
      188,
      372,
      () => [left, left + 74],
      gap,
    );
    if (i > 0) {
      for (let x = left + 4; x < left + 74; x += gap * 1.3)
        hand.along(
          pen('ink'),
          [
            [x, 190],
            [x + 3, 370],
          ],
          { haste: 1.6 },
        );
    }
  }
  if (share > 0.9) {
    for (let x = 70, gap = 16; x < 526; x += gap, gap = Math.max(3, gap * 0.94))
      hand.along(
        pen('ink'),
        [
          [x, 476],
          [x + 2, 584],
        ],
        { haste: 1.8 },
      );
  }
};

export const linoPlan: Drawing = (hand, share) => {
  hand
    .along(pen('ink'), [
      [90, 120],
      [505, 120],
    ])
    .along(pen('ink'), [
      [505, 120],
      [505, 640],
    ]);
  hand
    .along(pen('ink'), [
      [505, 640],
      [90, 640],
    ])
    .along(pen('ink'), [
      [90, 640],
      [90, 120],
    ]);
  for (let i = 0; i < 5; i++) waves(hand, 'blue', 480 + i * 32, 104, 490);
  if (share < 0.5) return;
  hand.along(brush('ink', 'thin'), [
    [180, 440],
    [240, 300],
    [330, 230],
    [420, 260],
    [440, 330],
    [360, 380],
    [300, 440],
  ]);
  hand.ring(pen('ink', 'thick'), [404, 282], 6);
  hand.along(brush('red', 'thin'), [
    [440, 290],
    [486, 306],
    [442, 316],
  ]);
  hand.write(pen('plum'), 'cut light, print dark', [110, 720], 17);
};

export const regattaPoster: Drawing = (hand, share) => {
  hand.along(brush('ink', 'thick'), [
    [170, 520],
    [230, 580],
    [400, 580],
    [450, 520],
    [170, 520],
  ]);
  hand.along(pen('ink', 'thick'), [
    [300, 520],
    [300, 180],
  ]);
  hand.along(brush('red', 'thin'), [
    [310, 200],
    [450, 480],
    [310, 490],
  ]);
  if (share < 0.5) return;
  for (let i = 0; i < 3; i++) waves(hand, 'blue', 610 + i * 34, 70, 530);
  hand.write(pen('plum', 'thick'), 'regatta', [150, 770], 52);
  if (share < 0.9) return;
  hand.along(brush('ink', 'thin'), [
    [290, 240],
    [190, 470],
    [290, 490],
  ]);
  hand.ring(pen('ink', 'thick'), [470, 150], 38);
};

/** For parts that nobody draws on. */
export const nothing: Drawing = () => undefined;

/** A teacher's marks: a ring round a place, a tick, an arrow. */
export const marks = {
  ring: (hand: Hand, spot: Spot, rx: number, ry: number): void => void hand.ring(pen('blue'), spot, rx, ry),
  tick: (hand: Hand, [x, y]: Spot): void =>
    void hand.along(pen('blue', 'thick'), [
      [x, y],
      [x + 14, y + 18],
      [x + 46, y - 26],
    ]),
  arrow: (hand: Hand, from: Spot, to: Spot): void => {
    const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
    const barb = (turn: number): Spot => [to[0] - 22 * Math.cos(angle + turn), to[1] - 22 * Math.sin(angle + turn)];
    hand
      .along(pen('blue'), [from, to])
      .along(pen('blue'), [barb(0.5), to])
      .along(pen('blue'), [barb(-0.5), to]);
  },
};
