import fc from 'fast-check';
import { whatIsLacking } from './partnerLacking';
import { NEW_PARTNERS, partnerTroubles, readPartners } from './partnerPlan';

const [ONE, OTHER] = ['6c4f5b1e-0d7a-4f53-9a52-0d6a2b9f1c11', '0b1d3c7a-5f0e-4a8d-8f63-7d5b1a2c3e44'];

it('reads what it wrote, and something in shape from anything', () => {
  expect(readPartners(JSON.parse(JSON.stringify(NEW_PARTNERS)))).toEqual(NEW_PARTNERS);
  expect([null, 5, 'x', [], undefined].map(readPartners)).toEqual([null, null, null, null, null]);
  fc.assert(
    fc.property(fc.object(), (raw) => {
      const read = readPartners(raw)!;
      expect(readPartners(JSON.parse(JSON.stringify(read)))).toEqual(read);
      expect(read.reviews).toBeGreaterThanOrEqual(1);
      expect(read.reviews).toBeLessThanOrEqual(5);
    }),
  );
});

it('two who are never put together are one pair, whichever way round, and nobody is kept from themselves', () => {
  const apart = [[ONE, OTHER], [OTHER, ONE], [ONE, ONE], [ONE], 'x', [ONE, 'nobody']];
  expect(readPartners({ apart })!.apart).toEqual([[OTHER, ONE]]);
});

it('says what keeps it from being given out', () => {
  const nothing = { ...NEW_PARTNERS, asks: { marks: false, note: false, told: false, rows: [ONE] } };
  expect(partnerTroubles(NEW_PARTNERS, [])).toEqual([]);
  // A line that the rubric does not have any more asks for nothing.
  expect(partnerTroubles(nothing, [])).toHaveLength(1);
  expect(partnerTroubles(nothing, [ONE])).toEqual([]);
  expect(partnerTroubles({ ...NEW_PARTNERS, start: 'time' }, [])).toEqual([
    'Say from when partners look at each other’s work.',
  ]);
  expect(partnerTroubles({ ...NEW_PARTNERS, start: 'time', at: 2, until: 1 }, [])).toEqual([
    'Partners end before they begin.',
  ]);
});

it('says what a partner has not given yet', () => {
  const asks = { marks: true, note: true, told: true, rows: [ONE, OTHER] };
  const nothing = { marks: false, note: false, told: false, rows: [] };
  expect(whatIsLacking(asks, nothing)).toEqual([
    'a mark on the work',
    'a note',
    'a choice in 2 lines of what good work shows',
    'something you say or film',
  ]);
  expect(whatIsLacking(asks, { marks: true, note: true, told: true, rows: [ONE] })).toEqual([
    'a choice in 1 line of what good work shows',
  ]);
  expect(whatIsLacking(NEW_PARTNERS.asks, { ...nothing, note: true })).toEqual([]);
});
