/**
 * What each class shares in the demo's week: notices, the question of the day, the lesson by link, folders. Days are
 * counted from today.
 */
import type { DayStamp, SeenBy } from '@lippet/core/contract/class';
import type { DayTime } from './demoActivity';
import type { GroupKey } from './school';

export interface DemoClass {
  notices: { words: string; at: DayTime; replies?: [from: string, words: string, at: DayTime][] }[];
  question?: { words: string; seenBy: SeenBy; answers: [from: string, stamp: DayStamp | null, words: string][] };
  live?: { address: string; words: string; at: DayTime };
  /** Folders by name, each with when it opens. */
  folders?: Record<string, DayTime>;
}

export const CLASSES: Record<GroupKey, DemoClass> = {
  sandpipers: {
    notices: [
      {
        words: 'On Friday we walk to the marsh. Please bring rubber boots and something warm to drink.',
        at: [-1, 14, 30],
        replies: [
          ['Isla Okpara', 'My boots are yellow like the lamp', [-1, 15]],
          ['Ms Farrow', 'Then we will always find you.', [-1, 15, 10]],
        ],
      },
      { words: 'The big lighthouse drawing hangs in the hall now. Have you found your window in it?', at: [-3, 9] },
    ],
    question: {
      words: 'How is the wind today?',
      seenBy: 'teacher',
      answers: [
        ['Isla Okpara', 'breeze', 'Grandma is coming'],
        ['Milo Stannis', 'gusty', ''],
        ['Saffi Lund', 'calm', ''],
        ['Kit Marchetti', 'fog', 'I slept badly'],
        ['Bryony Tull', 'breeze', ''],
      ],
    },
    folders: { 'Lighthouse week': [-7, 8], 'Night week': [6, 8] },
  },
  cormorants: {
    notices: [
      {
        words: 'Who still has the tide table from the harbour office? We need it for the ferry sums.',
        at: [-1, 9],
        replies: [['Rafe Holm', 'It is in the blue box', [-1, 9, 20]]],
      },
    ],
    question: {
      words: 'What did you hear on the way to school?',
      seenBy: 'all',
      answers: [
        ['Nell Garrick', null, 'Halyards knocking'],
        ['Priya Sund', 'gusty', 'Only wind'],
      ],
    },
    folders: { 'Knots and boats': [-10, 8] },
  },
  studio: {
    notices: [{ words: 'The press is being oiled. Please print by hand this week.', at: [-2, 12] }],
    live: {
      address: 'https://room.fennick.example/print-studio',
      words: 'Evening talk: cutting against the grain',
      at: [1, 19],
    },
  },
};
