import { useEffect, useRef } from 'react';
import { colours } from '../ui/theme';
import { listenTo } from './microphone';

/** Width of a bar with its gap, in pixels, and how often one is added, in milliseconds. */
const [BAR, EVERY] = [6, 70];

interface Props {
  stream: MediaStream;
  /** Adds to the wave; else only the level moves. */
  running: boolean;
  /** Drawn on ink. */
  dark?: boolean;
}

/** How loud it is now, at the right edge, and what was heard before it moving to the left. */
export function LiveWave({ stream, running, dark = false }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const going = useRef(running);
  going.current = running;
  useEffect(() => {
    const ear = listenTo(stream);
    const levels: number[] = [];
    let frame = 0;
    let last = 0;
    const draw = (time: number): void => {
      frame = requestAnimationFrame(draw);
      const element = canvas.current;
      const context = element?.getContext('2d');
      if (!element || !context) return;
      const level = ear.level();
      // For whoever measures: how loud it is.
      element.dataset.level = level.toFixed(2);
      if (going.current && time - last > EVERY) {
        levels.push(level);
        last = time;
      }
      const scale = window.devicePixelRatio || 1;
      const [width, height] = [element.clientWidth, element.clientHeight];
      if (element.width !== Math.round(width * scale))
        Object.assign(element, { width: Math.round(width * scale), height: Math.round(height * scale) });
      context.setTransform(scale, 0, 0, scale, 0, 0);
      context.clearRect(0, 0, width, height);
      const meter = 22;
      const bars = levels.slice(-Math.ceil((width - meter - 10) / BAR));
      context.fillStyle = dark ? colours.ochre : colours.sea;
      bars.forEach((value, i) => {
        const reach = Math.max(2, value * (height - 4));
        context.fillRect(width - meter - 10 - (bars.length - i) * BAR, (height - reach) / 2, BAR - 2, reach);
      });
      context.strokeStyle = dark ? colours.scrap : colours.ink;
      context.lineWidth = 2;
      context.strokeRect(width - meter, 1, meter - 2, height - 2);
      const calm = dark ? colours.ochre : colours.moss;
      context.fillStyle = level > 0.94 ? colours.vermilion : calm;
      const full = level * (height - 6);
      context.fillRect(width - meter + 2, height - 3 - full, meter - 6, full);
    };
    frame = requestAnimationFrame(draw);
    return () => {
      cancelAnimationFrame(frame);
      ear.close();
    };
  }, [stream, dark]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label="How loud it is"
      data-testid="level"
      style={{ width: '100%', height: '100%', display: 'block' }}
    />
  );
}
