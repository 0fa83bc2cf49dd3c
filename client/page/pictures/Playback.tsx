import { samplesAfter, timeline } from '@lippet/core/ink/playback';
import { strokeOutline } from '@lippet/core/ink/outline';
import type { PagePlan } from '@lippet/core/page/document';
import { readItems, type Items, type Stroke } from '@lippet/core/page/item';
import { useEffect, useMemo, useRef, useState } from 'react';
import { AccessibilityInfo, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { RopeSlider } from '../../ui/RopeSlider';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import { drawPage } from '../surface/drawPage';
import { outlineToPath } from '../surface/outlinePath';

const SPEEDS = [1, 2, 4, 8] as const;
const VIEW = { width: 320, height: 400 };

/** The part of a stroke that has been drawn `elapsed` milliseconds after it was begun. */
function begun(stroke: Stroke, elapsed: number): Stroke {
  const count = Math.max(1, samplesAfter(stroke.ink, elapsed));
  const { x, y, pressure, time } = stroke.ink;
  return {
    ...stroke,
    ink: { x: x.slice(0, count), y: y.slice(0, count), pressure: pressure.slice(0, count), time: time.slice(0, count) },
  };
}

const clock = (ms: number): string =>
  `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;

/** A page's ink as it was drawn: in time, with long pauses cut, at a speed, from any moment. */
export function Playback({ page, items }: { page: PagePlan; items: Items }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number]>(2);
  const { strokes, others, line } = useMemo(() => {
    const all = readItems(items);
    const drawn = all.filter((item) => item.kind === 'stroke');
    return {
      strokes: new Map(drawn.map((stroke) => [stroke.id, stroke])),
      others: all.filter((item) => item.kind !== 'stroke'),
      line: timeline(drawn),
    };
  }, [items]);
  const fit = Math.min(VIEW.width / page.width, VIEW.height / page.height);
  // How much of what lies below has come: it is drawn anew, also where nothing moves.
  const [came, setCame] = useState(0);
  // The strokes that are finished are baked; going back begins anew.
  const baked = useRef<{ count: number; picture: HTMLCanvasElement | null }>({ count: 0, picture: null });

  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const finished = line.entries.filter(({ end }) => end <= at);
    if (!baked.current.picture || finished.length < baked.current.count) {
      const picture = Object.assign(document.createElement('canvas'), { width: element.width, height: element.height });
      drawPage(picture, page, [{ items: others, marks: false }], () => {
        baked.current.picture = null;
        setCame((before) => before + 1);
      });
      baked.current = { count: 0, picture };
    }
    const scale = element.width / page.width;
    const draw = (onto: CanvasRenderingContext2D, stroke: Stroke): void => {
      onto.setTransform(scale, 0, 0, scale, 0, 0);
      onto.globalCompositeOperation = stroke.tool === 'highlighter' ? 'multiply' : 'source-over';
      onto.fillStyle = stroke.colour;
      onto.fill(outlineToPath(strokeOutline(stroke.ink, stroke.tool, stroke.width)));
    };
    const picture = baked.current.picture!;
    for (const { id } of finished.slice(baked.current.count)) draw(picture.getContext('2d')!, strokes.get(id)!);
    baked.current.count = Math.max(baked.current.count, finished.length);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalCompositeOperation = 'source-over';
    context.drawImage(picture, 0, 0);
    for (const { id, start, end } of line.entries)
      if (start <= at && end > at) draw(context, begun(strokes.get(id)!, at - start));
  }, [at, line, strokes, others, page, came]);

  useEffect(() => {
    if (!playing) return undefined;
    let frame = 0;
    let last = performance.now();
    const tick = (now: number): void => {
      const passed = (now - last) * speed;
      last = now;
      setAt((before) => {
        const next = Math.min(line.total, before + passed);
        if (next >= line.total) setPlaying(false);
        return next;
      });
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, speed, line.total]);

  useEffect(() => {
    // Whoever wants less motion sees the whole, and starts it themselves.
    void AccessibilityInfo.isReduceMotionEnabled().then((still) => (still ? setAt(line.total) : setPlaying(true)));
  }, [line.total]);

  if (strokes.size === 0) return <Notice calm>There is no ink on this page yet.</Notice>;
  const toggle = (): void => {
    if (!playing && at >= line.total) setAt(0);
    setPlaying(!playing);
  };
  return (
    <View style={styles.box} testID="playback">
      <canvas
        ref={canvas}
        aria-label="The page as it was drawn"
        role="img"
        width={Math.round(page.width * fit * 2)}
        height={Math.round(page.height * fit * 2)}
        style={{ width: page.width * fit, height: page.height * fit, border: `${OUTLINE}px solid ${colours.ink}` }}
      />
      <RopeSlider
        label="Moment"
        most={Math.round(line.total)}
        step={50}
        value={Math.round(at)}
        onChange={(moment) => {
          setPlaying(false);
          setAt(moment);
        }}
      />
      <View style={styles.row}>
        <Button icon={playing ? 'pause' : 'play'} onPress={toggle}>
          {playing ? 'Stop' : 'Play'}
        </Button>
        <Text variant="bodySmall">{`${clock(at)} of ${clock(line.total)}`}</Text>
      </View>
      <View style={styles.row}>
        {SPEEDS.map((offered) => (
          <Button
            key={offered}
            kind={offered === speed ? 'chosen' : 'plain'}
            label={`${offered}× as fast`}
            onPress={() => setSpeed(offered)}
            style={styles.speed}
          >{`${offered}×`}</Button>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12, alignItems: 'center' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center', alignSelf: 'stretch' },
  speed: { paddingHorizontal: 8 },
});
