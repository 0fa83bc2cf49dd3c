import fc from 'fast-check';
import * as Y from 'yjs';
import { startDocument } from '../page/document';
import { applyChanges, differences, revertStep } from '../page/edit';
import { mediaOf } from '../page/mediaOf';
import { measureProgress } from '../piece/progress';
import { completeness } from '../piece/completeness';
import { lengthWords, momentFields, momentsToVtt, readMoments, timeWords, voicesOf } from './moments';
import { Segments } from './segments';
import { keptPeaks, nextKept, readSpans, spansLength, toKept, toRecorded, trimSpans, type Span } from './spans';
import { chosenTake, draftItems, dropOtherTakes, readTakes, takeFields, takeName, takesPlace, type Take } from './take';

const SPANS: Span[] = [
  [0, 4],
  [6, 7],
  [10, 15],
];

describe('what is kept of a recording', () => {
  it('is as long as its stretches together, and its moments lead to the recording and back', () => {
    expect(spansLength(SPANS)).toBe(10);
    expect([0, 3.5, 4, 4.5, 5, 9].map((kept) => toRecorded(SPANS, kept))).toEqual([0, 3.5, 6, 6.5, 10, 14]);
    expect([0, 5, 6.5, 12, 99].map((recorded) => toKept(SPANS, recorded))).toEqual([0, 4, 4.5, 7, 10]);
    expect([0, 4, 5, 14.9, 15].map((recorded) => nextKept(SPANS, recorded))).toEqual([0, 6, 6, 14.9, null]);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 9.99, noNaN: true }), (kept) => {
        expect(toKept(SPANS, toRecorded(SPANS, kept))).toBeCloseTo(kept, 6);
      }),
    );
  });

  it('is trimmed at both ends, across what was dropped before', () => {
    expect(trimSpans(SPANS, 1, 9)).toEqual([
      [1, 4],
      [6, 7],
      [10, 14],
    ]);
    expect(trimSpans(SPANS, 4, 5)).toEqual([[6, 7]]);
    expect(trimSpans(SPANS, 0, 99)).toEqual(SPANS);
    expect(trimSpans(SPANS, 3, 3)).toEqual([]);
  });

  it('has the shape of its stretches', () => {
    expect(
      keptPeaks([1, 2, 3, 4, 5, 6, 7, 8, 9, 10], 20, [
        [0, 4],
        [10, 13],
      ]),
    ).toEqual([1, 2, 6]);
  });

  it('is read only where it is in order', () => {
    expect(
      readSpans([
        [0, 1],
        [1, 2],
      ]),
    ).toEqual([
      [0, 1],
      [1, 2],
    ]);
    for (const wrong of [
      null,
      [],
      [[1, 1]],
      [
        [2, 3],
        [0, 1],
      ],
      [[0, Infinity]],
      [['0', 1]],
      [[0, 1, 2]],
    ])
      expect(readSpans(wrong)).toBeNull();
  });
});

describe('a recording that is being made', () => {
  it('stands still while it is paused, and leaves out a stretch that was dropped', () => {
    const segments = new Segments();
    segments.run(100);
    expect([segments.running, segments.kept(103)]).toEqual([true, 3]);
    segments.dropLast(); // not while it runs
    segments.pause(104);
    segments.run(200);
    segments.pause(206);
    expect(segments.spans(300)).toEqual([
      [0, 4],
      [4, 10],
    ]);
    segments.dropLast();
    expect([segments.kept(300), segments.recorded(300)]).toEqual([4, 10]);
    segments.run(301);
    expect(segments.spans(303)).toEqual([
      [0, 4],
      [10, 12],
    ]);
    segments.pause(303);
    segments.pause(310);
    expect(segments.spans(310)).toEqual([
      [0, 4],
      [10, 12],
    ]);
  });

  it('has no stretch that is too short to be anything', () => {
    const segments = new Segments();
    segments.run(0);
    segments.pause(0.01);
    expect([segments.spans(1), segments.recorded(1)]).toEqual([[], 0.01]);
  });
});

const take = (id: string, more: Partial<Take> = {}): Take => ({
  id,
  sort: 'sound',
  media: `media-${id}`,
  original: null,
  seconds: 9,
  spans: [[0, 9]],
  title: '',
  cover: null,
  faults: [],
  chosen: 1,
  at: 1,
  ...more,
});
const PLAN = [{ id: 'p1', part: 'a', width: 100, height: 100, background: { kind: 'blank' as const } }];

function documentWith(...takes: Take[]): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument(PLAN));
  applyChanges(
    doc,
    (place) => draftItems(doc, place),
    { items: takes.map((take) => ({ page: takesPlace('b'), id: take.id, after: takeFields(take) })) },
    'test',
  );
  return doc;
}

describe('the takes of a part', () => {
  it('come back as they were kept, in order; the last one chosen is the answer', () => {
    const takes = [
      take('x', { at: 1, chosen: 5 }),
      take('y', { at: 2, chosen: 9, title: 'a heron', faults: ['quiet'] }),
      take('z', { at: 3, chosen: 2 }),
    ];
    const read = readTakes(documentWith(...takes), 'b');
    expect(read).toEqual(takes);
    expect(chosenTake(read)!.id).toBe('y');
    expect(chosenTake([])).toBeNull();
    expect(takeName('My print shows', 'a heron')).toBe('My print shows a heron');
    expect([takeName(null, ''), takeName('I hear', ''), takeName(null, 'a gull')]).toEqual(['', '', 'a gull']);
  });

  it('what a broken client wrote is no take', () => {
    const doc = documentWith(take('x'));
    const items = draftItems(doc, takesPlace('b'))!;
    const broken: [string, unknown][] = [
      ['spans', [[3, 1]]],
      ['sort', 'smell'],
      ['media', 7],
      ['seconds', -1],
    ];
    broken.forEach(([key, value], i) => {
      const map = new Y.Map<unknown>(Object.entries({ ...takeFields(take(`b${i}`)), [key]: value }));
      items.set(`b${i}`, map);
    });
    expect(readTakes(doc, 'b').map(({ id }) => id)).toEqual(['x']);
  });

  it('are undone like strokes, and an earlier copy brings them back', () => {
    const doc = documentWith(take('x'));
    const itemsOf = (place: string) => draftItems(doc, place);
    const copy = documentWith(take('x'), take('w'));
    const step = applyChanges(doc, itemsOf, { items: [{ page: takesPlace('b'), id: 'x', after: null }] }, 'test')!;
    expect(readTakes(doc, 'b')).toEqual([]);
    revertStep(doc, itemsOf, step, 'undo', 'test');
    expect(readTakes(doc, 'b')).toHaveLength(1);
    applyChanges(doc, itemsOf, differences(doc, copy), 'test');
    expect(readTakes(doc, 'b').map(({ id }) => id)).toEqual(['w', 'x']);
    applyChanges(doc, itemsOf, differences(doc, new Y.Doc()), 'test');
    expect(readTakes(doc, 'b')).toEqual([]);
  });

  it('complete their part, whatever its kind, and their files belong to the piece', () => {
    const doc = documentWith(take('x', { original: 'raw', cover: 'front' }));
    const progress = measureProgress(doc);
    expect(progress.parts.b).toMatchObject({ recordings: 1, pages: 0 });
    expect(completeness([{ id: 'b', required: true, kind: 'page' }], [], progress)).toMatchObject({
      made: true,
      complete: true,
    });
    expect(completeness([{ id: 'a', required: true, kind: 'page' }], [], progress)).toMatchObject({ complete: false });
    expect(mediaOf(doc).sort()).toEqual(['front', 'media-x', 'raw']);
  });

  it('only the answer is sent', () => {
    const doc = documentWith(take('x', { chosen: 4 }), take('y', { chosen: 2 }));
    dropOtherTakes(doc);
    expect(readTakes(doc, 'b').map(({ id }) => id)).toEqual(['x']);
  });
});

describe('pins on moments', () => {
  const marks = (): ReturnType<typeof readMoments> => {
    const map = new Y.Doc().getMap<Y.Map<unknown>>('marks:x');
    const put = (id: string, fields: object): void => void map.set(id, new Y.Map(Object.entries(fields)));
    put('late', { kind: 'moment', second: 61.25, note: 'Louder & <clearer>\n\nhere', at: 1 });
    put('early', { kind: 'moment', second: 2, note: 'A gull --> listen', at: 2 });
    put('mute', { kind: 'moment', second: 4, note: ' ', at: 3 });
    put('spoken', { kind: 'moment', second: 70, note: '', voice: 'v1', at: 4 });
    put('wrong', { kind: 'moment', second: -1, note: 'x', at: 3 });
    put('pin', { kind: 'pin', note: 'x' });
    return readMoments(map);
  };

  it('are read in the order of time', () => {
    expect(marks().map(({ id }) => id)).toEqual(['early', 'mute', 'late', 'spoken']);
    expect([0, 59.9, 60, 600.5].map(timeWords)).toEqual(['0:00', '0:59', '1:00', '10:00']);
    expect([60, 90, 120, 200].map(lengthWords)).toEqual(['1 minute', '90 seconds', '2 minutes', '3:20 minutes']);
  });

  it('tell which files speak them', () => {
    const doc = new Y.Doc();
    const pin = { id: 'x', second: 1, note: '', voice: 'v1', at: 1 };
    doc.getMap('marks:take').set('x', new Y.Map(Object.entries(momentFields(pin))));
    doc.getMap('other').set('y', 1);
    const copy = new Y.Doc();
    Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
    expect(voicesOf(copy)).toEqual(['v1']);
    expect(readMoments(copy.getMap('marks:take'))).toEqual([pin]);
  });

  it.each(['One\n\ntwo', 'One\r\n\r\ntwo', 'One\r\rtwo', 'One\n \n\t\ntwo', '\n\nOne\n\n\n\ntwo\n\n'])(
    'keep all of a note with empty lines in WebVTT: %j',
    (note) => {
      const vtt = momentsToVtt([{ id: 'x', second: 1, note, voice: null, at: 0 }], 60);
      expect(vtt).toBe('WEBVTT\n\n1\n00:00:01.000 --> 00:00:06.000\nOne\ntwo\n');
    },
  );

  it('leave as WebVTT that no note can break', () => {
    expect(momentsToVtt(marks(), 72)).toBe(
      `WEBVTT\n\n1\n00:00:02.000 --> 00:00:07.000\nA gull --&gt; listen\n\n2\n00:01:01.250 --> ` +
        `00:01:06.250\nLouder &amp; &lt;clearer&gt;\nhere\n\n3\n00:01:10.000 --> 00:01:12.000\n(a spoken ` +
        `note)\n`,
    );
  });
});
