/** The activities of the demo's week, and how far each learner is with them. Days are counted from today. */
import type { DemoTries } from './answers';
import { BIRD_MEDIA, type DemoMedia } from './birds';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { Background } from '@lippet/core/page/background';
import type { Marking } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/piece/pieceState';
import * as draw from './drawings';
import { LIGHTHOUSE_PARTS, type LabelledPicture } from './lighthouse';
import type { Drawing } from './drawings';
import type { Spot as Place } from '@lippet/core/page/spots';
import type { Spot } from './hand';
import { BLANK, FERRY, GUIDES, HARBOUR_MAP, LIGHTHOUSE, LINED, MARSH_BIRD, SQUARED, TONE_STRIP } from './pictures';
import type { GroupKey } from './school';

/** A time of the school's clock: days from today, hour, minute. */
export type DayTime = readonly [day: number, hour: number, minute?: number];

export interface DemoReview {
  outcome: Outcome;
  /** The level of each line of the rubric, 0 the best. */
  levels?: number[];
  note: string;
  at: DayTime;
  /** Pins on moments of the first recording, in seconds. */
  moments?: [second: number, note: string][];
  marks?: { ring?: [Spot, number, number]; tick?: Spot; arrow?: [Spot, Spot]; pins?: [place: Spot, note: string][] };
}

export interface DemoPiece {
  /** How much of each part's drawing is done, 0 to 1; a missing entry is an untouched page. */
  shares: number[];
  touched: DayTime;
  /** A go without shares is the work as it stands; `ticked` are notes of the go before, by their number. */
  goes?: { at: DayTime; shares?: number[]; ticked?: number[]; word?: string; review?: DemoReview }[];
}

export interface DemoPart {
  title: string;
  background: Background;
  drawing: Drawing;
  required?: boolean;
  /** Places that wait for something, on the first page. */
  spots?: Place[];
  /** Papers of further pages. */
  more?: Background[];
  /** Learners may add pages. */
  morePages?: boolean;
  /** The sheets are the pages of the harbour PDF, in place of `background`. */
  harbour?: boolean;
  /** Answered with photos of paper: it has no sheets, and a share is a number of photos. */
  photo?: boolean;
  /** Answered with a recording: it has no sheets, and a share is a number of seconds. */
  recording?: { sort: 'sound' | 'film'; seconds: number; titleStart: string; titles: Record<string, string> };
  /** Answered with written words: what each learner wrote; a share above 0 says that it is there. */
  words?: { least?: number; most?: number; openings?: string[]; written: Record<string, string> };
  /** Answered by questions, as their teacher wrote them in a letter. */
  questions?: string;
  /** Pictures and sounds of what is chosen in them, by its words. */
  media?: Record<string, DemoMedia>;
  /** A picture that labels are put onto, after those questions. */
  labels?: LabelledPicture;
  /** How they may be tried, where that is not as usual. */
  rules?: Partial<QuestionsSettings>;
  /** What learners tried at those questions until now. */
  tried?: Record<string, DemoTries>;
  /** "I have done this". */
  tick?: { confirm: boolean };
  /** It belongs to the activity's choice. */
  inChoice?: boolean;
  /** It waits for the part before it. */
  waits?: boolean;
}

export interface DemoMaterial {
  title: string;
  words?: string;
  address?: string;
  shown?: 'start' | 'sent';
}

export interface DemoActivity {
  group: GroupKey;
  title: string;
  subject: string;
  goal: string;
  task: string;
  minutes: number | null;
  opens?: DayTime;
  due?: DayTime;
  lateAllowed?: boolean;
  supplies?: string;
  /** What is only looked at. */
  materials?: DemoMaterial[];
  /** What good work shows, each line with its levels, best first. */
  rubric?: [title: string, ...levels: string[]][];
  /** What mark it gets; without it, none. */
  marking?: Partial<Marking>;
  /** Its choice: what it is called, and how many are wanted. */
  choice?: { title: string; wanted: number };
  /** What was asked about it: who, of whom, what, when; and what was answered. */
  asks?: {
    from: string;
    audience: 'teacher' | 'class';
    words: string;
    at: DayTime;
    shared?: boolean;
    answers?: [from: string, words: string, at: DayTime][];
  }[];
  /** Not set yet. */
  draft?: boolean;
  /** The folder of its group (see demo/classes) in which it lies. */
  folder?: string;
  /** Learners may choose it, and find it by this. */
  free?: { topic: string; ages: [from: number, to: number] };
  parts: DemoPart[];
  pieces: Record<string, DemoPiece>;
}

const started = (shares: number[], touched: DayTime): DemoPiece => ({ shares, touched });
const sent = (time: DayTime, shares: number[], word?: string): DemoPiece => ({
  shares,
  touched: time,
  goes: [{ at: time, word }],
});
const answered = (time: DayTime, shares: number[], review: DemoReview, word?: string): DemoPiece => ({
  shares,
  touched: time,
  goes: [{ at: time, word, review }],
});

export const ACTIVITIES: DemoActivity[] = [
  {
    group: 'sandpipers',
    title: 'Colour the lantern room',
    folder: 'Lighthouse week',
    subject: 'Art',
    goal: 'Colour inside lines with a brush.',
    task: 'Colour the lighthouse. Make the lamp shine out to sea. Then draw the keeper who lives there.',
    minutes: 20,
    due: [2, 15],
    asks: [
      {
        from: 'Milo Stannis',
        audience: 'class',
        words: 'Is the lamp yellow or white?',
        at: [-1, 10],
        answers: [
          ['Isla Okpara', 'Mine is yellow', [-1, 10, 20]],
          ['Ms Farrow', 'Both are right. What do you see at night?', [-1, 10, 40]],
        ],
      },
      {
        from: 'Teodor Vance',
        audience: 'teacher',
        words: 'May the keeper have a cat?',
        at: [-1, 9],
        shared: true,
        answers: [['Ms Farrow', 'Of course. Every lighthouse needs one.', [-1, 9, 30]]],
      },
      { from: 'Juno Pell', audience: 'teacher', words: 'I can not find the brush', at: [0, 8, 55] },
    ],
    parts: [
      { title: 'Lighthouse', background: LIGHTHOUSE, drawing: draw.lighthouse },
      { title: 'The keeper', background: BLANK, drawing: draw.keeper },
    ],
    pieces: {
      'Wren Abara': started([0.75], [0, 8, 50]),
      'Milo Stannis': sent([0, 9, 12], [0.6, 0.7]),
      'Isla Okpara': sent([-1, 14, 5], [1, 1], 'The keeper sees whales at night!'),
      'Teodor Vance': answered([-1, 10], [0.35, 0.3], {
        outcome: 'again',
        at: [-1, 15],
        note: 'A bright lamp, Teodor. Now show me the sea, and give the keeper some legs.',
        marks: {
          arrow: [
            [420, 620],
            [380, 720],
          ],
          pins: [
            [[140, 690], 'Where is the sea?'],
            [[330, 250], 'Such a bright lamp'],
          ],
        },
      }),
      'Bryony Tull': answered([-1, 11], [1, 1], {
        outcome: 'finished',
        at: [-1, 15, 20],
        note: 'Your beams reach right out to sea.',
        marks: { tick: [470, 120] },
      }),
      'Saffi Lund': answered([-1, 11, 30], [0.9, 1], {
        outcome: 'finished',
        at: [-1, 15, 30],
        note: 'Neat bands, and a kind keeper.',
        marks: { tick: [470, 120] },
      }),
      'Juno Pell': started([0.8, 0.9], [0, 9]),
      'Kit Marchetti': started([0.3], [-1, 10]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Three knots',
    subject: 'Making',
    goal: 'See over and under.',
    task: 'Look at the three ropes on the table. Draw each knot big, so I can see which way the rope goes.',
    minutes: 25,
    due: [-1, 15],
    parts: [{ title: 'Knots', background: BLANK, drawing: draw.threeKnots }],
    pieces: {
      'Wren Abara': answered(
        [-2, 10, 20],
        [0.5],
        {
          outcome: 'again',
          at: [-1, 16, 10],
          note: 'I can follow your first rope all the way. In the second one, show me where it goes under. And draw the third knot too.',
          marks: {
            ring: [[300, 420], 90, 70],
            arrow: [
              [430, 560],
              [390, 480],
            ],
          },
        },
        'The second one was tricky',
      ),
      'Milo Stannis': answered([-2, 10, 40], [1], {
        outcome: 'finished',
        at: [-1, 16],
        note: 'Three clear knots.',
        marks: { tick: [470, 100] },
      }),
      'Isla Okpara': sent([-1, 17, 30], [1]),
      'Bryony Tull': {
        shares: [0.7],
        touched: [-2, 11],
        goes: [
          {
            at: [-3, 10],
            shares: [0.35],
            review: {
              outcome: 'again',
              at: [-3, 15],
              note: 'One rope is easy to follow, Bryony. Now the next.',
              marks: {
                ring: [[300, 420], 90, 70],
                pins: [
                  [[300, 430], 'Does it go over, or under?'],
                  [[420, 620], 'Draw the second knot here'],
                ],
              },
            },
          },
          { at: [-2, 11], ticked: [1] },
        ],
      },
      'Amos Reddy': started([0.2], [-2, 11]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Joined letters l, h, k',
    subject: 'Writing',
    goal: 'Join tall letters.',
    task: 'Write each letter along its line. Keep the pen down till the end of the word.',
    minutes: 15,
    due: [1, 15],
    parts: [{ title: 'Letters', background: GUIDES, drawing: draw.joinedLetters }],
    pieces: {
      'Wren Abara': started([1], [-1, 9, 30]),
      'Milo Stannis': started([0.4], [-1, 9, 40]),
      'Saffi Lund': sent([-1, 9, 50], [1]),
      'Teodor Vance': started([0.8], [-1, 9, 45]),
    },
  },
  {
    group: 'sandpipers',
    title: 'In the tide pool',
    subject: 'Science',
    goal: 'Know three animals of the shore.',
    task: 'Draw what lives in our tide pool. Find at least three animals.',
    minutes: 20,
    due: [3, 12],
    parts: [{ title: 'Tide pool', background: BLANK, drawing: draw.tidePool }],
    pieces: {
      'Wren Abara': sent([0, 8, 30], [1], 'I found a crab'),
      'Kit Marchetti': sent([0, 8, 45], [0.6]),
      'Juno Pell': started([0.4], [0, 8, 40]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Wave patterns',
    subject: 'Writing',
    goal: 'Keep a steady hand.',
    task: 'Draw rows of waves without lifting your pen. Long ones and short ones.',
    minutes: 10,
    due: [-4, 15],
    parts: [{ title: 'Waves', background: BLANK, drawing: draw.wavePatterns }],
    pieces: Object.fromEntries(
      [
        'Wren Abara',
        'Milo Stannis',
        'Isla Okpara',
        'Teodor Vance',
        'Bryony Tull',
        'Saffi Lund',
        'Juno Pell',
        'Kit Marchetti',
      ].map((name, i) => [
        name,
        answered([-5, 10, i * 5], [0.6 + (i % 3) * 0.2], {
          outcome: 'finished',
          at: [-4, 9, i * 4],
          note: 'Steady waves all the way across.',
          marks: { tick: [470, 90] },
        }),
      ]),
    ),
  },
  {
    group: 'sandpipers',
    title: 'The island ferry',
    folder: 'Lighthouse week',
    subject: 'Art',
    goal: 'Choose colours with care.',
    task: 'Colour the ferry. What weather is it sailing in? Show it in the sky.',
    minutes: 20,
    due: [4, 15],
    parts: [{ title: 'Ferry', background: FERRY, drawing: draw.ferryPicture }],
    pieces: {},
  },
  {
    group: 'sandpipers',
    title: 'Gull or tern?',
    subject: 'Science',
    goal: 'Look closely.',
    task: 'Colour the marsh bird as it really looks. Check with the bird cards.',
    minutes: 15,
    parts: [
      {
        title: 'Bird',
        background: MARSH_BIRD,
        drawing: draw.marshBird,
        spots: [
          { id: 'name', kind: 'words', label: 'Which bird is it?', needed: true, x: 40, y: 60, width: 330, height: 50 },
          { id: 'beak', kind: 'ink', label: 'Draw its beak', needed: true, x: 400, y: 60, width: 155, height: 120 },
          {
            id: 'photo',
            kind: 'photo',
            label: 'A picture of one',
            needed: false,
            x: 400,
            y: 700,
            width: 155,
            height: 110,
          },
        ],
      },
    ],
    pieces: { 'Isla Okpara': started([0.5], [-3, 13]) },
  },
  {
    group: 'sandpipers',
    title: 'Night at the lighthouse',
    folder: 'Night week',
    subject: 'Art',
    goal: 'Paint light and dark.',
    task: 'Next week we paint the lighthouse at night.',
    minutes: 30,
    opens: [6, 8],
    due: [9, 15],
    parts: [{ title: 'Night', background: LIGHTHOUSE, drawing: draw.lighthouse }],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'Label the harbour map',
    subject: 'Geography',
    goal: 'Read a map and its signs.',
    task: 'Find the four places. Write each name on the map, then draw the ferry’s way from the quay to the island.',
    minutes: 35,
    due: [2, 15],
    supplies: 'Your atlas, and a sharp eye',
    materials: [
      {
        title: 'Signs on a map',
        words:
          `A cross with a circle is a church.\nA small anchor is a place where boats may lie.\nA wavy blue ` +
          'line is deep water; dots are sand.',
      },
      {
        title: 'Where the four places are',
        words:
          'The quay is in the south, the mill on the hill behind it. The light stands on the east point. The marsh lies between them.',
        shown: 'sent',
      },
    ],
    marking: { kind: 'points', outOf: 10 },
    rubric: [
      ['The four places', 'All four are named, and stand where they belong', 'Three of them do', 'One or two do'],
      ['The ferry’s way', 'It keeps to deep water all the way', 'It crosses a bank once', 'It would run aground'],
    ],
    parts: [{ title: 'Map', background: HARBOUR_MAP, drawing: draw.harbourMap, harbour: true, morePages: true }],
    pieces: {
      'Nell Garrick': started([0.5], [0, 9, 5]),
      'Oskar Vane': sent([-1, 12], [1]),
      'Priya Sund': sent([0, 8, 40], [0.8], 'I was not sure about the mill'),
      'Rafe Holm': answered([-2, 14], [0.5], {
        outcome: 'again',
        levels: [1, 2],
        at: [-1, 9],
        note: 'The ferry would run aground here. Which way is deep?',
        marks: { ring: [[270, 520], 70, 60] },
      }),
      'Tamsin Oke': answered([-2, 14, 10], [1], {
        outcome: 'finished',
        levels: [0, 0],
        at: [-1, 9, 20],
        note: 'Every name right.',
        marks: { tick: [500, 90] },
      }),
    },
  },
  {
    group: 'cormorants',
    title: 'Knot diary',
    folder: 'Knots and boats',
    subject: 'Making',
    goal: 'Keep a record of what you make.',
    task: 'Tie three knots. Take a photo of each, and write under it what it is good for.',
    minutes: 30,
    due: [3, 15],
    parts: [
      {
        title: 'My knots',
        background: BLANK,
        drawing: draw.nothing,
        spots: [1, 2, 3].flatMap((n) => {
          const y = 60 + (n - 1) * 255;
          return [
            {
              id: `photo-${n}`,
              kind: 'photo' as const,
              label: `Knot ${n}`,
              needed: true,
              x: 40,
              y,
              width: 250,
              height: 190,
            },
            {
              id: `words-${n}`,
              kind: 'words' as const,
              label: 'What is it good for?',
              needed: true,
              x: 320,
              y: y + 40,
              width: 235,
              height: 90,
            },
          ];
        }),
      },
    ],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'Marsh sketchbook',
    subject: 'Art',
    goal: 'Draw from life, on paper.',
    task: 'Draw in your paper sketchbook at the marsh. Then take a photo of your best page. You may add a second one.',
    minutes: 40,
    due: [2, 16],
    parts: [
      { title: 'Sketchbook', background: BLANK, drawing: draw.nothing, photo: true },
      { title: 'What I saw', background: LINED, drawing: draw.nothing, required: false },
    ],
    pieces: {
      'Nell Garrick': sent([0, 10, 5], [2, 0], 'The second one is from the hide'),
      'Oskar Vane': started([1, 0], [0, 9, 40]),
      'Rafe Holm': sent([-1, 15], [1, 0]),
    },
  },
  {
    group: 'cormorants',
    title: 'Quay sounds',
    subject: 'Science',
    goal: 'Listen closely, and name what you hear.',
    task: 'Stand still on the quay and close your eyes. Record what you hear, up to one minute. Then finish the title: what was it?',
    minutes: 15,
    due: [2, 15],
    parts: [
      {
        title: 'The quay',
        background: BLANK,
        drawing: draw.nothing,
        recording: {
          sort: 'sound',
          seconds: 60,
          titleStart: 'I hear',
          titles: {
            'Nell Garrick': 'two gulls and a rope on a mast',
            'Oskar Vane': 'the tide coming in',
            'Rafe Holm': 'gulls',
          },
        },
      },
    ],
    pieces: {
      'Nell Garrick': sent([0, 9, 20], [14], 'The rope rings in the wind'),
      'Oskar Vane': started([9], [0, 9, 25]),
      'Rafe Holm': answered([-1, 10], [8], {
        outcome: 'again',
        at: [-1, 14],
        note: 'Good ears, Rafe. There is more than gulls: listen once more at my pins.',
        moments: [
          [1.4, 'What rings here?'],
          [5.2, 'And what is this, far away?'],
        ],
      }),
    },
  },
  {
    group: 'cormorants',
    title: 'Island picks',
    subject: 'Making',
    goal: 'Show the island in your own way.',
    task: 'Everybody writes a letter from the lighthouse. Then choose two more that you like, and do them well.',
    minutes: 60,
    due: [6, 15],
    choice: { title: 'Your picks', wanted: 2 },
    parts: [
      {
        title: 'A letter',
        background: LINED,
        drawing: draw.nothing,
        words: {
          least: 40,
          most: 150,
          openings: ['Dear all on the mainland,', 'Last night the wind', 'From up here I can see'],
          written: {
            'Nell Garrick':
              'Dear all on the mainland, the lamp went out last night and I climbed the hundred and eleven steps ' +
              'in the dark with a bucket of oil. The gulls laughed at me. Tonight it shines again, and I can see ' +
              'your windows. Please send more oil, and a cake. Your keeper, Nell.',
            'Oskar Vane': 'Last night the wind took the roof of the hen house.',
          },
        },
      },
      {
        title: 'Draw a bird',
        background: BLANK,
        drawing: draw.marshBird,
        required: false,
        inChoice: true,
        waits: true,
      },
      {
        title: 'Say a sea rhyme',
        background: BLANK,
        drawing: draw.nothing,
        required: false,
        inChoice: true,
        recording: { sort: 'sound', seconds: 60, titleStart: 'My rhyme is about', titles: {} },
      },
      {
        title: 'Fold a paper boat',
        background: BLANK,
        drawing: draw.nothing,
        required: false,
        inChoice: true,
        tick: { confirm: true },
      },
      {
        title: 'Photo of a knot',
        background: BLANK,
        drawing: draw.nothing,
        required: false,
        inChoice: true,
        photo: true,
      },
    ],
    pieces: {
      'Nell Garrick': sent([0, 9, 50], [1, 0.7, 0, 1, 0], 'The boat is on your desk'),
      'Oskar Vane': started([1, 0, 0, 1, 0], [0, 9, 55]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Winter tides',
    subject: 'Science',
    goal: 'See how far the water comes.',
    draft: true,
    task: 'Draw our beach at low water, and again at high water. What is hidden?',
    minutes: 25,
    parts: [{ title: 'Low and high', background: BLANK, drawing: draw.nothing, more: [BLANK] }],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'Ferry timetable sums',
    subject: 'Maths',
    goal: 'Add hours and minutes.',
    task: 'When does each ferry arrive? Show how you worked it out.',
    minutes: 20,
    due: [3, 15],
    lateAllowed: false,
    parts: [{ title: 'Working', background: SQUARED, drawing: draw.ferrySums, morePages: true }],
    pieces: {
      'Nell Garrick': sent([-1, 10, 30], [1]),
      'Oskar Vane': started([1], [-1, 10, 20]),
      'Tamsin Oke': started([0.5], [-1, 10, 25]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Parts of a lighthouse',
    subject: 'Our island',
    goal: 'Call five parts by their names.',
    task: 'Put each word where it belongs.',
    minutes: 5,
    parts: [
      {
        title: 'The lighthouse',
        background: BLANK,
        drawing: draw.nothing,
        questions: 'Put them in order, from the ground up.\n1. rock\n2. door\n3. gallery\n4. lamp',
        labels: LIGHTHOUSE_PARTS,
      },
    ],
    pieces: {},
  },
  {
    group: 'sandpipers',
    title: 'Marsh birds by ear',
    subject: 'Nature',
    goal: 'Know three birds by their call.',
    task: 'Listen to each call. Which bird is it?',
    minutes: 5,
    parts: [
      {
        title: 'Calls',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          [
            'Who calls like this?',
            'first call -> bittern',
            'second call -> curlew',
            'third call -> tern',
            '? The bittern booms like a drum.',
          ].join('\n'),
          'Which bird has the long bent beak?\n- bittern\n- curlew *\n- tern',
        ].join('\n\n'),
        media: BIRD_MEDIA,
      },
    ],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'One question about the tide',
    subject: 'Our island',
    goal: 'Say what the water does.',
    task: 'Choose one. You see what the others said afterwards.',
    minutes: 1,
    due: [1, 15],
    parts: [
      {
        title: 'The tide',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          'The water is low now. What comes next?',
          '- the ebb // The ebb has just been: it takes the water away.',
          '- the flood *',
          '- slack water // For a moment only. And then?',
        ].join('\n'),
        rules: { tries: 1, rightShown: 'after the last try', spreadShown: true, earnBack: false },
        tried: { 'Nell Garrick': ['r'], 'Oskar Vane': ['1'], 'Rafe Holm': ['1'] },
      },
    ],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'Ferry sums by heart',
    subject: 'Maths',
    goal: 'Count cars, hours and kilometres without paper.',
    task: 'Answer them one after the other. Ask for a hint when you are stuck: it costs nothing.',
    minutes: 10,
    due: [2, 15],
    parts: [
      {
        title: 'Sums',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          [
            'A ferry takes {cars} cars. How many cars do {trips} trips take?',
            'cars = 6..12',
            'trips = 3, 4, 5',
            '= {cars * trips}',
            '~ {cars + trips} // That is the sum. Each trip takes as many again.',
            '? How many does one trip take? And two?',
          ].join('\n'),
          [
            'The ferry leaves at 9:40 and takes 35 minutes. When is it there?',
            '- 9:75 // An hour has 60 minutes.',
            '- 10:15 *',
            '- 10:05 // Ten minutes are missing.',
            '? How many minutes are left until ten?',
          ].join('\n'),
          [
            'It is 2.5 km to the island. How many metres is that?',
            '= 2500 m',
            '~ 250 m // A kilometre has a thousand metres.',
            '~ 25 m // Count the noughts of a thousand again.',
          ].join('\n'),
          [
            'What is for people, and what is for cars?',
            'bench -> people',
            'deck ramp -> cars',
            'life jacket -> people',
            'wheel chocks -> cars',
          ].join('\n'),
          'Put the stops in the order of the way out.\n1. Home quay\n2. The rock light\n3. Marsh landing\n4. Island pier',
        ].join('\n\n'),
        tried: {
          'Nell Garrick': ['r', 'r', '1r', 'r', 'r'],
          'Oskar Vane': ['1r', '1', '111', '', ''],
          'Priya Sund': ['1', '1r', 'r', 'r', ''],
          'Rafe Holm': ['r', '2', '1', '', ''],
        },
      },
    ],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'Quay sketch',
    subject: 'Art',
    goal: 'Draw from where you stand.',
    task: 'Sit on the quay for ten minutes and draw what you see.',
    minutes: 15,
    parts: [{ title: 'Sketch', background: BLANK, drawing: draw.ferryPicture }],
    pieces: {
      'Priya Sund': answered([-6, 11], [0.7], { outcome: 'finished', at: [-5, 9], note: 'I can feel the wind in it.' }),
    },
  },
  {
    group: 'studio',
    title: 'Five-step tone strip',
    subject: 'Drawing',
    goal: 'Five even steps from light to dark.',
    task: 'Fill the five boxes from lightest to darkest with hatching only, then make one smooth change in the long box.',
    minutes: 40,
    due: [4, 18],
    parts: [{ title: 'Tones', background: TONE_STRIP, drawing: draw.toneStrip }],
    pieces: { 'Hugo Brandel': sent([-2, 19], [0.8]), 'Lena Mirov': started([0.4], [-1, 20]) },
  },
  {
    group: 'studio',
    title: 'Tell us about your lino print',
    subject: 'Printmaking',
    goal: 'Talk about choices.',
    task:
      'Hold your print up and tell us about it, in a minute and a half at most. What did you cut away, and ' +
      'why? What would you do differently?',
    minutes: 20,
    due: [5, 18],
    parts: [
      {
        title: 'My print',
        background: BLANK,
        drawing: draw.nothing,
        recording: {
          sort: 'film',
          seconds: 90,
          titleStart: 'My print shows',
          titles: { 'Hugo Brandel': 'the harbour light at low water' },
        },
      },
    ],
    pieces: { 'Hugo Brandel': sent([-1, 19], [8], 'Filmed at the kitchen table') },
  },
  {
    group: 'studio',
    title: 'Before the first print',
    subject: 'Printmaking',
    goal: 'Know the order of things at the press.',
    task: 'Answer these before you come to the press on Saturday. You may try each of them three times.',
    minutes: 10,
    due: [4, 12],
    parts: [
      {
        title: 'At the press',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          'Which way round does lino print?\n- as it was cut\n- the other way round *\n- upside down',
          'Put these in order.\n1. cut the lino\n2. ink the roller\n3. lay the paper on\n4. turn the press',
          'What does what?\ngouge -> cuts\nroller -> inks\nbaren -> presses',
          'The sheet is 0.3 m wide. How many centimetres is that?\n= 30 cm',
          'Ink that is too thick fills the fine [lines|cuts].',
          'What is the first print called, which is only looked at?\n= proof\n= a proof\n= the proof',
          'What will you print first, and why? (2 marks)\n____',
        ].join('\n\n'),
      },
    ],
    pieces: {},
  },
  {
    group: 'studio',
    title: 'Plan your lino print',
    subject: 'Printmaking',
    goal: 'Think in cut and uncut.',
    task: 'Draw your design at full size. Mark what you will cut away. Remember that it prints the other way round.',
    minutes: 60,
    parts: [
      { title: 'Design', background: BLANK, drawing: draw.linoPlan },
      { title: 'Notes', background: LINED, drawing: draw.ferrySums, required: false },
    ],
    pieces: {
      'Lena Mirov': answered([-8, 19], [0.4], {
        outcome: 'again',
        at: [-6, 11],
        note: 'Good bones. Where will the darkest shape be?',
        marks: { ring: [[310, 320], 150, 120] },
      }),
      'Desmond Arkle': sent([-3, 21], [1]),
    },
  },
  {
    group: 'sandpipers',
    title: 'Rub a shell',
    subject: 'Art',
    goal: 'Feel it, and see it.',
    free: { topic: 'The shore', ages: [5, 8] },
    task: 'Lay paper over a shell and rub it with a crayon. Take a photo of what comes out.',
    minutes: 10,
    parts: [{ title: 'My shell', background: BLANK, drawing: draw.nothing, photo: true }],
    pieces: {},
  },
  {
    group: 'sandpipers',
    title: 'Draw your own flag',
    subject: 'Art',
    goal: 'Few colours, seen from far.',
    free: { topic: 'Ferries', ages: [6, 9] },
    task: 'Every boat has a flag. Draw one that belongs to you.',
    minutes: 15,
    parts: [{ title: 'My flag', background: BLANK, drawing: draw.nothing }],
    pieces: {},
  },
  {
    group: 'sandpipers',
    title: 'Words for rain',
    subject: 'Writing',
    goal: 'Find a better word.',
    free: { topic: 'Weather', ages: [6, 8] },
    task: 'How many words for rain do you know? Say them, or ask somebody at home for theirs.',
    minutes: 10,
    parts: [
      {
        title: 'My rain words',
        background: BLANK,
        drawing: draw.nothing,
        recording: { sort: 'sound', seconds: 60, titleStart: 'My best word is', titles: {} },
      },
    ],
    pieces: {},
  },
  {
    group: 'sandpipers',
    title: 'Birds from your window',
    subject: 'Science',
    goal: 'Look for a long time.',
    free: { topic: 'Marsh birds', ages: [6, 10] },
    task: 'Sit at a window for five minutes. Draw every bird that comes.',
    minutes: 15,
    parts: [{ title: 'Birds', background: BLANK, drawing: draw.marshBird }],
    pieces: { 'Isla Okpara': started([0.4], [-2, 16]) },
  },
];
