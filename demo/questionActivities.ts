/** Activities of the demo's week that ask questions, as their teachers wrote them in a letter. */
import { BIRD_MEDIA } from './birds';
import * as draw from './drawings';
import { LIGHTHOUSE_PARTS } from './lighthouse';
import { BLANK } from './pictures';
import type { DemoActivity } from './demoActivity';

export const QUESTION_ACTIVITIES: readonly DemoActivity[] = [
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
            '! One trip takes {cars} cars, so two trips take {cars * 2}.',
            '! {trips} trips take {trips} times {cars}: {cars * trips} cars.',
            '> How many cars does one trip take?',
            '> = {cars}',
            '>',
            '> How many do two trips take?',
            '> = {cars * 2}',
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
    title: 'Knots in order',
    subject: 'Our island',
    goal: 'Tie a reef knot, and know why it holds.',
    task: 'One question after the other. You may go through them three times; the best time counts.',
    minutes: 10,
    due: [5, 15],
    parts: [
      { title: 'My reef knot', background: BLANK, drawing: draw.nothing, required: false },
      {
        title: 'About knots',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          'Put these in order.\n1. right over left\n2. under and through\n3. left over right\n4. pull it tight',
          'A reef knot is for two ropes that are [equally* / hardly / never] thick.',
          'What holds a boat to a ring?\n- bowline *\n- reef knot\n- plait',
        ].join('\n\n'),
        made: [{ words: 'Draw a reef knot, with both ends in sight.', marks: 2, part: 'My reef knot' }],
        rules: { tries: 1, inOrder: true, rounds: 3, rightShown: 'once all are given', earnBack: false },
      },
    ],
    pieces: {},
  },
  {
    group: 'cormorants',
    title: 'How sure are you about tides?',
    subject: 'Our island',
    goal: 'Find out what to look at again.',
    task: 'Say how sure you are. Nothing is wrong here, and nothing is marked.',
    minutes: 3,
    due: [5, 16],
    parts: [
      {
        title: 'How sure?',
        background: BLANK,
        drawing: draw.nothing,
        questions: [
          'Can you say when the water is high?\n|-----|',
          'Can you read a tide table?\n|-----|',
          'Would you know when to leave the rocks?\n|-----|',
        ].join('\n\n'),
        rules: { tries: 1, spreadShown: true, rightShown: 'never' },
      },
    ],
    pieces: {},
  },
];

export const BEFORE_THE_FIRST_PRINT: DemoActivity = {
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
};
