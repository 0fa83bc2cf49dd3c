import type { PieceCard } from '../contract/pieces';
import { likelyWork } from './likelyWork';
import type { PieceState } from '../piece/pieceState';

const card = (title: string, state: PieceState = 'new', due: number | null = null, mayDraw = true): PieceCard =>
  ({ title, due, status: { state, mayDraw } }) as PieceCard;
const titles = (cards: PieceCard[], words: string): string[] => likelyWork(cards, words).map(({ title }) => title);

it('puts first what is spoken of, then what is begun, then what is due', () => {
  const cards = [
    card('Ferry sums', 'new', 5),
    card('Knot diary'),
    card('Réeds and rushes', 'started', 9),
    card('Marsh birds', 'new', 2),
  ];
  expect(titles(cards, 'Who has a photo for the KNOT DIARY?')).toEqual([
    'Knot diary',
    'Réeds and rushes',
    'Marsh birds',
    'Ferry sums',
  ]);
  expect(titles(cards, 'Show your reeds')).toEqual(['Réeds and rushes', 'Marsh birds', 'Ferry sums', 'Knot diary']);
  // Little words say nothing.
  expect(titles([card('A day at sea'), card('The bus', 'started')], 'a day, the sea')).toEqual([
    'The bus',
    'A day at sea',
  ]);
});

it('leaves out what nothing can be put into', () => {
  expect(titles([card('Sent', 'with-teacher', null, false), card('Open')], 'Sent')).toEqual(['Open']);
});
