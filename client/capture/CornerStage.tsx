import { useEffect, useRef, useState } from 'react';
import { colours } from '../ui/theme';
import { Stitches } from './Stitches';

interface Props {
  photo: Blob;
  /** Size of the photo in pixels. */
  width: number;
  height: number;
  /** x and y of the four corners, as shares of the photo. */
  corners: readonly number[];
  onChange: (corners: number[]) => void;
}

/** The seam is as strong as on a picture of this width, in pixels. */
const STITCHED = 420;
const NAMES = ['Top left', 'Top right', 'Bottom right', 'Bottom left'];
const HANDLE = 48;
const LOUPE = 112;
/** How much larger the loupe shows the photo than it is seen. */
const CLOSER = 4;
/** An arrow key moves a corner by this share; with shift, by ten times as much. */
const KEY_STEP = 0.002;
const KEYS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const inside = (share: number): number => Math.min(1.05, Math.max(-0.05, share));

/** The photo with a handle on each corner of the sheet; a loupe shows what lies under the one that is moved. */
export function CornerStage({ photo, width, height, corners, onChange }: Props) {
  const stage = useRef<HTMLDivElement>(null);
  const image = useRef<HTMLImageElement>(null);
  const loupe = useRef<HTMLCanvasElement>(null);
  const [url, setUrl] = useState<string | null>(null);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [held, setHeld] = useState<number | null>(null);

  useEffect(() => {
    const made = URL.createObjectURL(photo);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [photo]);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) =>
      setRoom({ width: entry!.contentRect.width, height: entry!.contentRect.height }),
    );
    watch.observe(stage.current!);
    return () => watch.disconnect();
  }, []);

  const fit = Math.min((room.width - HANDLE) / width, (room.height - HANDLE) / height);
  const left = (room.width - width * fit) / 2;
  const top = (room.height - height * fit) / 2;
  const cornerPlace = (corner: number): { x: number; y: number } => ({
    x: left + corners[corner * 2]! * width * fit,
    y: top + corners[corner * 2 + 1]! * height * fit,
  });
  const put = (corner: number, u: number, v: number): void => {
    const moved = [...corners];
    moved.splice(corner * 2, 2, inside(u), inside(v));
    onChange(moved);
  };

  useEffect(() => {
    const context = loupe.current?.getContext('2d');
    if (held === null || !context || !image.current) return;
    const side = LOUPE / (fit * CLOSER);
    context.fillStyle = colours.ink;
    context.fillRect(0, 0, LOUPE, LOUPE);
    context.drawImage(
      image.current,
      corners[held * 2]! * width - side / 2,
      corners[held * 2 + 1]! * height - side / 2,
      side,
      side,
      0,
      0,
      LOUPE,
      LOUPE,
    );
    context.strokeStyle = colours.vermilion;
    context.lineWidth = 2;
    context.beginPath();
    context.moveTo(LOUPE / 2, 0);
    context.lineTo(LOUPE / 2, LOUPE);
    context.moveTo(0, LOUPE / 2);
    context.lineTo(LOUPE, LOUPE / 2);
    context.stroke();
  });

  const onMove = (event: React.PointerEvent): void => {
    if (held === null) return;
    const box = stage.current!.getBoundingClientRect();
    put(held, (event.clientX - box.left - left) / (width * fit), (event.clientY - box.top - top) / (height * fit));
  };
  const onKey = (event: React.KeyboardEvent, corner: number): void => {
    const way = KEYS[event.key];
    if (!way) return;
    event.preventDefault();
    const step = KEY_STEP * (event.shiftKey ? 10 : 1);
    put(corner, corners[corner * 2]! + way[0] * step, corners[corner * 2 + 1]! + way[1] * step);
  };
  const points = fit > 0 ? [0, 1, 2, 3].map(cornerPlace) : [];
  return (
    <div
      ref={stage}
      role="group"
      aria-label="Corners of the sheet"
      onPointerMove={onMove}
      onPointerUp={() => setHeld(null)}
      onPointerCancel={() => setHeld(null)}
      style={{ position: 'absolute', inset: 0, touchAction: 'none' }}
    >
      {url && fit > 0 && (
        <img
          ref={image}
          src={url}
          alt="The photo"
          draggable={false}
          style={{ position: 'absolute', left, top, width: width * fit, height: height * fit }}
        />
      )}
      {points.length > 0 && (
        <svg
          aria-hidden
          style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
        >
          <Stitches corners={points} scale={STITCHED} />
        </svg>
      )}
      {points.map(({ x, y }, corner) => (
        <button
          key={NAMES[corner]}
          type="button"
          aria-label={`${NAMES[corner]} corner. Arrow keys move it`}
          onKeyDown={(event) => onKey(event, corner)}
          onPointerDown={(event) => {
            stage.current!.setPointerCapture(event.pointerId);
            setHeld(corner);
          }}
          style={{
            position: 'absolute',
            left: x - HANDLE / 2,
            top: y - HANDLE / 2,
            width: HANDLE,
            height: HANDLE,
            padding: 0,
            border: 'none',
            background: 'none',
            cursor: 'grab',
            touchAction: 'none',
          }}
        >
          <span
            style={{
              display: 'block',
              margin: 'auto',
              width: 22,
              height: 22,
              border: `2px solid ${colours.ink}`,
              background: held === corner ? colours.vermilion : colours.ochre,
            }}
          />
        </button>
      ))}
      {held !== null && (
        <canvas
          ref={loupe}
          width={LOUPE}
          height={LOUPE}
          aria-hidden
          style={{
            position: 'absolute',
            top: 8,
            ...(cornerPlace(held).x < room.width / 2 ? { right: 8 } : { left: 8 }),
            border: `2px solid ${colours.scrap}`,
            pointerEvents: 'none',
          }}
        />
      )}
    </div>
  );
}
