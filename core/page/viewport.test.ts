import { closeTo, fitPage, panBy, toPage, ZOOM_RANGE, zoomAt } from './viewport';
import { backgroundShapes, PATH_DATA } from './background';

const PAGE = { width: 600, height: 800 };
const VIEW = { width: 400, height: 700 };

describe('viewport', () => {
  it('fits the page whole and centred', () => {
    const { scale, x, y } = fitPage(PAGE, VIEW, 10);
    expect(scale).toBeCloseTo(380 / 600);
    expect(x).toBeCloseTo(10);
    expect(y + (PAGE.height * scale) / 2).toBeCloseTo(VIEW.height / 2);
  });

  it('keeps what lies under the fingers under them while zooming', () => {
    const before = fitPage(PAGE, VIEW);
    const point = toPage(before, 120, 300);
    const after = zoomAt(before, 2.5, [120, 300], PAGE, VIEW);
    expect(after.scale).toBeCloseTo(before.scale * 2.5);
    expect(toPage(after, 120, 300).x).toBeCloseTo(point.x);
    expect(toPage(after, 120, 300).y).toBeCloseTo(point.y);
  });

  it('goes no nearer and no further than its range', () => {
    const fitted = fitPage(PAGE, VIEW);
    expect(zoomAt(fitted, 1000, [0, 0], PAGE, VIEW).scale).toBeCloseTo(fitted.scale * ZOOM_RANGE.most);
    expect(zoomAt(fitted, 0.0001, [0, 0], PAGE, VIEW).scale).toBeCloseTo(fitted.scale * ZOOM_RANGE.least);
  });

  it('looks at a place closely, in the middle of the view, within its range', () => {
    const fitted = fitPage(PAGE, VIEW).scale;
    const place = { left: 100, top: 200, right: 220, bottom: 240 };
    const close = closeTo(place, PAGE, VIEW);
    expect(toPage(close, VIEW.width / 2, VIEW.height / 2)).toEqual({ x: expect.closeTo(160), y: expect.closeTo(220) });
    expect(close.scale).toBeCloseTo(VIEW.width / 200);
    expect(closeTo({ left: 5, top: 5, right: 5, bottom: 5 }, PAGE, VIEW).scale).toBeLessThanOrEqual(fitted * 4);
    expect(closeTo({ left: 0, top: 0, right: 600, bottom: 800 }, PAGE, VIEW).scale).toBeCloseTo(fitted);
  });

  it('never loses the page out of sight', () => {
    const away = panBy(fitPage(PAGE, VIEW), 99_999, -99_999, PAGE, VIEW);
    expect(away.x).toBeLessThan(VIEW.width);
    expect(away.y + PAGE.height * away.scale).toBeGreaterThan(0);
  });
});

describe('backgroundShapes', () => {
  it('draws nothing on a blank page and evenly spaced lines on a lined one', () => {
    expect(backgroundShapes({ kind: 'blank' }, 600, 800)).toEqual([]);
    const lines = backgroundShapes({ kind: 'lined', gap: 40 }, 600, 800).filter(({ d }) => d.includes('H'));
    const heights = lines.map(({ d }) => Number(/M0 ([\d.]+)/.exec(d)![1]));
    expect(heights[0]).toBe(80);
    expect(heights.slice(1).every((y, i) => y - heights[i]! === 40)).toBe(true);
    expect(Math.max(...heights)).toBeLessThan(800);
  });

  it('does not hang on a gap of nothing', () => {
    expect(backgroundShapes({ kind: 'lined', gap: 0 }, 600, 800).length).toBeLessThan(120);
  });

  it('gives a picture’s bare outline the ink colour', () => {
    const [shape] = backgroundShapes({ kind: 'picture', alt: '', shapes: [{ d: 'M0 0H5' }] }, 10, 10);
    expect(shape).toMatchObject({ stroke: '#1C2A33', width: 2 });
  });

  it('draws nothing of a picture that is no path data', () => {
    const shapes = [{ d: 'M0 0H5' }, { d: 'M0 0"><script>' }, { d: 'url(#x)' }, { d: '' }];
    expect(backgroundShapes({ kind: 'picture', alt: '', shapes }, 10, 10)).toHaveLength(1);
  });

  it('knows path data from markup', () => {
    expect(PATH_DATA.test('M0 0C1 2,3-4 5.5e1 6Z')).toBe(true);
    expect(PATH_DATA.test('M0 0"><script>')).toBe(false);
  });
});
