import fc from 'fast-check';
import { inkFromRows } from '../ink';
import { INK_TOOLS } from '../tools';
import { InkmlError, type InkmlStroke } from './inkmlStroke';
import { readInkml } from './readInkml';
import { writeInkml } from './writeInkml';

const stroke = (rows: [number, number, number, number][], more: Partial<InkmlStroke> = {}): InkmlStroke => ({
  ink: inkFromRows(rows),
  tool: 'pen',
  colour: '#C8472F',
  width: 2.6,
  ...more,
});

describe('InkML', () => {
  it('comes back as it went out: place, pressure, time, colour and width', () => {
    const sample = fc.tuple(
      fc.double({ min: 0, max: 900, noNaN: true }),
      fc.double({ min: 0, max: 900, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.integer({ min: 0, max: 30 }),
    );
    fc.assert(
      fc.property(fc.array(fc.array(sample, { minLength: 1, maxLength: 20 }), { maxLength: 6 }), (all) => {
        const out = all.map((rows, k) => {
          let time = 0;
          return stroke(
            rows.map(([x, y, f, dt], i) => [x, y, f, (time += i === 0 ? 0 : dt)]),
            { colour: k % 2 ? '#2A6A8C' : '#C8472F', width: 1 + k, tool: INK_TOOLS[k % 3]! },
          );
        });
        const { strokes: back } = readInkml(writeInkml(out));
        expect(back.map(({ colour, width, tool }) => [colour, width, tool])).toEqual(
          out.map(({ colour, width, tool }) => [colour, width, tool]),
        );
        back.forEach(({ ink }, k) =>
          ink.x.forEach((x, i) => {
            expect(Math.abs(x - out[k]!.ink.x[i]!)).toBeLessThan(0.001);
            expect(Math.abs(ink.pressure[i]! - out[k]!.ink.pressure[i]!)).toBeLessThan(0.001);
            expect(ink.time[i]).toBe(out[k]!.ink.time[i]);
          }),
        );
      }),
    );
  });

  it('of another program is taken in: other channels and units, groups, differences', () => {
    const text =
      '<ink xmlns="http://www.w3.org/2003/InkML"><traceFormat><channel name="Y" units="in"/>' +
      `<channel name="X" units="in"/></traceFormat>
      <traceGroup><traceGroup><trace>1 2, '0.5 '0.25, 0.5 0.25, "0 "0.25</trace></traceGroup></traceGroup></ink>`;
    const [only] = readInkml(text).strokes;
    expect([...only!.ink.x].map((x) => x / 72)).toEqual([2, 2.25, 2.5, 3]);
    expect([...only!.ink.y].map((y) => y / 72)).toEqual([1, 1.5, 2, 2.5]);
    expect(only).toMatchObject({ colour: '#1C2A33', width: 2.6 });
  });

  it.each<[string, string, RegExp]>([
    ['nothing', '', /no InkML/],
    ['something else', '<svg></svg>', /holds no InkML/],
    ['half a file', '<ink><trace>1 2', /no InkML/],
    ['a million levels', '<ink>' + '<traceGroup>'.repeat(1_000_000), /too deeply/],
    ['entities that grow', '<!DOCTYPE ink [<!ENTITY a "aaaa">]><ink><trace>&a;</trace></ink>', /document type/],
    ['a stroke without end', `<ink><trace>${'1 2,'.repeat(70_000)}</trace></ink>`, /too long/],
  ])('refuses %s with a sentence', (_, text, words) => {
    expect(() => readInkml(text)).toThrow(InkmlError);
    expect(() => readInkml(text)).toThrow(words);
  });

  it('keeps what lies off every page, and time that runs backwards, within what ink can be', () => {
    const text =
      '<ink><traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt"/>' +
      '<channel name="T" units="ms"/></traceFormat><trace>1e9 5 100, 2 5 50, nonsense, 3</trace></ink>';
    const { strokes, unread } = readInkml(text);
    expect(strokes[0]!.ink.x[0]).toBe(100_000);
    expect([...strokes[0]!.ink.time]).toEqual([0, 0]);
    expect(unread).toBe(1);
  });
});
