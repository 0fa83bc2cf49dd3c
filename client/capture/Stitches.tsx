import { colours } from '../ui/theme';

interface Props {
  corners: readonly { x: number; y: number }[];
  /** Width of the picture it lies on, in its own units. */
  scale: number;
  /** Part of the sheet is out of the picture. */
  cut?: boolean;
  /** How much of the way around is sewn, 0 to 1: as long as one has to hold still. */
  sewn?: number;
}

/** Paper on paper: the edge of a sheet as a seam, sewn around with a red thread while one waits. */
export function Stitches({ corners, scale, cut = false, sewn = 0 }: Props) {
  const points = corners.map(({ x, y }) => `${x},${y}`).join(' ');
  const shared = { points, fill: 'none', strokeLinejoin: 'round' } as const;
  const stitch = scale / 34;
  return (
    <>
      <polygon {...shared} stroke={colours.scrap} strokeWidth={scale / 62} />
      <polygon
        {...shared}
        stroke={colours.ink}
        strokeWidth={scale / 140}
        strokeDasharray={cut ? `${stitch / 4} ${stitch}` : `${stitch} ${stitch / 2}`}
      />
      {sewn > 0 && (
        <polygon
          {...shared}
          stroke={colours.vermilion}
          strokeWidth={scale / 80}
          pathLength={1}
          strokeDasharray={`${sewn} 1`}
        />
      )}
    </>
  );
}
