import { inkFromRows } from '../ink/ink';
import { itemBounds } from '../page/geometry';
import { readItem, strokeFields, type Fields } from '../page/item';
import { readStampItems, stampItems } from './keptStamps';

const ink = inkFromRows([
  [100, 200, 0.5, 0],
  [130, 240, 0.7, 40],
  [150, 210, 0.4, 90],
]);
const stroke: Fields = strokeFields({ tool: 'pen', colour: '#2A6A8C', width: 3, ink, at: 5, order: 'a1' });
const word: Fields = {
  kind: 'text',
  text: 'Fine',
  width: 60,
  size: 20,
  font: 'reading',
  colour: '#2A6A8C',
  align: 'left',
  order: 'a2',
  at: 6,
  spot: 's',
  matrix: [1, 0, 0, 1, 100, 250],
};
const read = (fields: Fields) => readItem('x', new Map(Object.entries(fields)))!;

it('comes back from JSON as it was drawn, with its corner at the origin', () => {
  const kept: unknown = JSON.parse(
    JSON.stringify(stampItems([stroke, word], { left: 100, top: 200, right: 160, bottom: 274 })),
  );
  const [line, text] = readStampItems(kept);
  const [before, after] = [itemBounds(read(stroke)), itemBounds(read(line!))];
  expect([after.left, after.top]).toEqual([expect.closeTo(before.left - 100, 3), expect.closeTo(before.top - 200, 3)]);
  expect(line!.points).toEqual(stroke.points);
  expect(read(text!)).toMatchObject({ text: 'Fine', spot: null, matrix: [1, 0, 0, 1, 0, 50] });
  // Where it lay and when it was drawn is not the stamp's.
  expect(['order', 'at', 'spot'].filter((key) => key in line! || key in text!)).toEqual([]);
});

it('leaves out what is no mark, and what is damaged', () => {
  const pin: Fields = { kind: 'pin', note: 'Here', matrix: [1, 0, 0, 1, 5, 5] };
  expect(stampItems([pin], { left: 0, top: 0, right: 9, bottom: 9 })).toEqual([]);
  expect(
    readStampItems([
      pin,
      { ...word, colour: 'red' },
      { ...stroke, points: '*' },
      { ...stroke, points: 'AAAA' },
      null,
      7,
      'x',
    ]),
  ).toEqual([]);
  for (const nothing of [null, {}, 'x', undefined]) expect(readStampItems(nothing)).toEqual([]);
});
