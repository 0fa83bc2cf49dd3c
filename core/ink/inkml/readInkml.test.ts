import { InkmlError } from './inkmlStroke';
import { readInkml } from './readInkml';

const ink = (inside: string): string => `<ink xmlns="http://www.w3.org/2003/InkML">${inside}</ink>`;
const POINTS = '<traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt"/></traceFormat>';
const placesOf = (text: string): number[][][] =>
  readInkml(text).strokes.map(({ ink: { x, y } }) => Array.from(x, (_, i) => [round(x[i]!), round(y[i]!)]));
const round = (value: number): number => Math.round(value * 1_000) / 1_000;

describe('InkML of other programs', () => {
  it('goes through the differences of the recommendation’s own example', () => {
    // InkML 3.2.1: explicit, then velocities, then accelerations; * repeats the acceleration.
    const text = `1125 18432,'23'43,"7"-8,3-5,7 -3,6 2,6 8,3 6,2 4,*4,3 6,-3 4`;
    const steps = [
      [23, 43],
      [30, 35],
      [33, 30],
      [40, 27],
      [46, 29],
      [52, 37],
      [55, 43],
      [57, 47],
      [59, 51],
      [62, 57],
      [59, 61],
    ];
    let [x, y] = [1125, 18432];
    const expected = [[x, y], ...steps.map(([dx, dy]) => [(x += dx!), (y += dy!)])];
    expect(placesOf(ink(`${POINTS}<trace>${text}</trace>`))).toEqual([expected]);
  });

  it('keeps a value with *, and a step with a step’s *', () => {
    expect(placesOf(ink(`${POINTS}<trace>10 20, * 30, '5 '1, * *, !* !7</trace>`))).toEqual([
      [
        [10, 20],
        [10, 30],
        [15, 31],
        [20, 32],
        [20, 7],
      ],
    ]);
  });

  it('reads numbers to the base of sixteen, numbers that touch, and numbers with exponents', () => {
    expect(placesOf(ink(`${POINTS}<trace>#FF #10, -#a 3-5</trace><trace>1e2-.5, +3.25 4</trace>`))).toEqual([
      [[255, 16]],
      [
        [100, -0.5],
        [3.25, 4],
      ],
    ]);
    expect(readInkml(ink(`${POINTS}<trace>#FF #10, -#a 3-5</trace>`)).unread).toBe(1);
  });

  it('takes whole numbers with a resolution as counts', () => {
    const source = (units: string): string =>
      `<definitions><context xml:id="c"><inkSource xml:id="s"><traceFormat>
        <channel name="X" type="integer" max="32000" units="${units}"/>
        <channel name="Y" type="integer" max="24000" units="${units}"/>
        <channel name="F" type="integer" min="100" max="1100"/></traceFormat><channelProperties>
        <channelProperty channel="X" name="resolution" value="1000" units="1/cm"/>
        <channelProperty channel="Y" name="resolution" value="100" units="1/mm"/></channelProperties></inkSource>
       </context></definitions><trace contextRef="#c">2540 2540 600</trace>`;
    for (const units of ['cm', 'dev']) {
      const [stroke] = readInkml(ink(source(units))).strokes;
      expect([round(stroke!.ink.x[0]!), round(stroke!.ink.y[0]!)]).toEqual([72, 72]);
      expect(stroke!.ink.pressure[0]).toBe(0.5);
    }
  });

  it.each([
    ['m', 7200 / 2.54],
    ['cm', 72 / 2.54],
    ['mm', 7.2 / 2.54],
    ['in', 72],
    ['pt', 1],
    ['pc', 12],
  ])('reads %s', (units, points) => {
    const format = `<traceFormat><channel name="X" units="${units}"/><channel name="Y" units="${units}"/></traceFormat>`;
    expect(placesOf(ink(`${format}<trace>1 2</trace>`))).toEqual([[[round(points), round(2 * points)]]]);
  });

  it('gives each trace the context that it names, and a context what it takes over', () => {
    const text = ink(
      `<definitions>
         <brush xml:id="red"><brushProperty name="color" value="#f00"/><brushProperty name="width" value="1" units="mm"/></brush>
         <brush xml:id="thick" brushRef="#red"><brushProperty name="width" value="2" units="mm"/></brush>
         <traceFormat xml:id="inches"><channel name="Y" units="in"/><channel name="X" units="in"/></traceFormat>
         <context xml:id="a" traceFormatRef="#inches" brushRef="#red"/>
         <context xml:id="b" contextRef="#a" brushRef="#thick"/>
         <context xml:id="c"><traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt"/></traceFormat></context>
       </definitions>
       <trace contextRef="#a">1 2</trace><trace contextRef="#b">1 2</trace>
       <traceGroup contextRef="#c" brushRef="#thick"><trace>1 2</trace><traceGroup><trace>3 4</trace></traceGroup></traceGroup>
       <trace>4 8</trace>`,
    );
    const { strokes } = readInkml(text);
    expect(strokes.map(({ colour, width }) => [colour, round(width)])).toEqual([
      ['#FF0000', 2.835],
      ['#FF0000', 5.669],
      ['#FF0000', 5.669],
      ['#FF0000', 5.669],
      ['#1C2A33', 2.6],
    ]);
    expect(placesOf(text)).toEqual([[[144, 72]], [[144, 72]], [[1, 2]], [[3, 4]], [[3, 6]]]);
  });

  it('in a stream, takes what stands between traces for those behind it', () => {
    const text = ink(
      `${POINTS}<brush><brushProperty name="color" value="#00FF00"/></brush><trace>1 2</trace>
       <brush><brushProperty name="color" value="#0000FF"/></brush><trace>3 4</trace>`,
    );
    expect(readInkml(text).strokes.map(({ colour }) => colour)).toEqual(['#00FF00', '#0000FF']);
  });

  it('leaves out the way of a pen above the paper, and parts a trace where the tip was lifted', () => {
    const format =
      '<traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt"/>' +
      '<channel name="S" type="boolean"/></traceFormat>';
    const text = ink(
      `${format}<trace type="penUp">9 9 T</trace><trace type="penDown">1 1 T, 2 2 T, 3 3 F, 4 4 T</trace>`,
    );
    expect(placesOf(text)).toEqual([
      [
        [1, 1],
        [2, 2],
      ],
      [[4, 4]],
    ]);
    expect(readInkml(text).unread).toBe(0);
  });

  it('lays ink onto its canvas by an affine mapping, and turns an axis that points up', () => {
    const canvas = (affine: string): string =>
      `<definitions><context xml:id="c">${POINTS}<canvasTransform><mapping type="affine">${affine}</mapping>
       </canvasTransform></context></definitions><trace contextRef="#c">10 20</trace>`;
    expect(placesOf(ink(canvas('<affine>0 1 100, 1 0 200</affine>')))).toEqual([[[120, 210]]]);
    const bound = '<bind source="Y" target="X"/><bind source="X" target="Y"/><affine>2 0 0, 0 3 1</affine>';
    expect(placesOf(ink(canvas(bound)))).toEqual([[[40, 31]]]);
    const up =
      '<traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt" orientation="-ve"/></traceFormat>';
    expect(placesOf(ink(`${up}<trace>10 20</trace>`))).toEqual([[[10, -20]]]);
  });

  it('counts in the canvas’ own units, and by a channel’s own mapping', () => {
    const text = ink(
      `<definitions><context xml:id="c"><canvas><traceFormat><channel name="X" units="in"/>
       <channel name="Y" units="in"/></traceFormat></canvas><canvasTransform><mapping type="affine">
       <affine>0.01 0 1, 0 0.01 2</affine></mapping></canvasTransform><traceFormat>
       <channel name="X" type="integer"><mapping type="affine"><affine>2 0</affine></mapping></channel>
       <channel name="Y" type="integer"/></traceFormat></context></definitions>
       <trace contextRef="#c">50 100</trace>`,
    );
    expect(placesOf(text)).toEqual([[[144, 216]]]);
  });

  it('says of what it could not read that it could not', () => {
    const formula = `<context><canvasTransform><mapping type="mathml"><math/></mapping></canvasTransform></context>`;
    expect(readInkml(ink(`${POINTS}${formula}<trace>1 2</trace>`))).toEqual({ strokes: [], unread: 1 });
    const broken = readInkml(ink(`${POINTS}<trace>1 2, x y, 3 4</trace><trace>words</trace><trace>5 6</trace>`));
    expect(broken.unread).toBe(2);
    expect(broken.strokes).toHaveLength(2);
  });

  it('takes what a device left out for what the format says stands for it', () => {
    const format =
      '<traceFormat><channel name="X" units="pt"/><channel name="Y" units="pt"/>' +
      '<intermittentChannels><channel name="F" min="0" max="10" default="2"/></intermittentChannels></traceFormat>';
    const [stroke] = readInkml(ink(`${format}<trace>1 2 5, 3 4, 5 6 ?</trace>`)).strokes;
    expect([...stroke!.ink.pressure].map(round)).toEqual([0.5, 0.2, 0.2]);
  });

  it('puts a trace together that comes in pieces, and shows what is only defined where it is asked for', () => {
    const text = ink(
      `${POINTS}<definitions><trace xml:id="hidden">8 8</trace><trace xml:id="asked">9 9</trace></definitions>
       <trace xml:id="t1" continuation="begin">1 1</trace><trace xml:id="u">5 5</trace>
       <trace xml:id="t2" continuation="end" priorRef="#t1">2 2</trace>
       <traceView traceDataRef="#asked"/><traceView traceDataRef="#u"/>`,
    );
    expect(placesOf(text)).toEqual([
      [
        [1, 1],
        [2, 2],
      ],
      [[5, 5]],
      [[9, 9]],
    ]);
  });

  it('knows a highlighter of another program', () => {
    const brush = '<brush><brushProperty name="rasterOp" value="maskPen"/></brush>';
    expect(readInkml(ink(`${POINTS}${brush}<trace>1 2</trace>`)).strokes[0]!.tool).toBe('highlighter');
  });

  it.each([
    ['spaces', (count: number) => ' '.repeat(count)],
    ['spaces behind a mark', (count: number) => `'${' '.repeat(count)}`],
    ['marks', (count: number) => `'`.repeat(count)],
    ['spaces between two numbers', (count: number) => `1${' '.repeat(count)}2`],
    ['digits', (count: number) => '1'.repeat(count)],
  ])('takes no longer for each of 200,000 %s than for each of 20,000', (_, textOf) => {
    const timeFor = (count: number): number => {
      const text = ink(`${POINTS}<trace>${textOf(count)}</trace>`);
      const started = performance.now();
      readInkml(text);
      return performance.now() - started;
    };
    timeFor(20_000);
    // Ten times as long is a line; what looks again at all before it takes a hundred times as long.
    expect(timeFor(200_000)).toBeLessThan(50 * Math.max(1, timeFor(20_000)));
  });

  it('is not led on without end by views that refer to views', () => {
    const views = Array.from({ length: 20_000 }, (_, i) => `<traceView xml:id="v${i}" traceDataRef="#v${i + 1}"/>`);
    expect(() => readInkml(ink(`<definitions>${views.slice(1).join('')}</definitions>${views[0]}`))).toThrow(
      InkmlError,
    );
  });

  it('is not led in circles by what refers to itself', () => {
    const text = ink(
      `<definitions><brush xml:id="b" brushRef="#b"/><context xml:id="c" contextRef="#c" brushRef="#b"/>
       <traceView xml:id="v" traceDataRef="#v"/></definitions>
       <traceGroup xml:id="g"><trace contextRef="#c">1 2</trace><traceView traceDataRef="#g"/></traceGroup>`,
    );
    expect(readInkml(text).strokes).toHaveLength(1);
  });
});
