import { colours } from '../ui/theme';

interface Props {
  /** 0 to 1, in even stretches. */
  peaks: readonly number[];
  /** How much of it has been heard, 0 to 1. */
  heard: number;
  height: number;
}

/** The shape of a sound as cut bars; what has been heard is inked. */
export function Wave({ peaks, heard, height }: Props) {
  const bar = (peak: number, i: number): string => {
    const reach = Math.max(1.5, (peak ** 0.7 * height) / 2 - 2);
    return `M${i * 4 + 1} ${(height / 2 - reach).toFixed(1)}h2.4v${(reach * 2).toFixed(1)}h-2.4Z`;
  };
  const bars = peaks.map(bar);
  const until = Math.round(bars.length * heard);
  return (
    <svg
      viewBox={`0 0 ${bars.length * 4} ${height}`}
      preserveAspectRatio="none"
      aria-hidden
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
    >
      <path d={bars.slice(0, until).join('')} fill={colours.sea} />
      <path d={bars.slice(until).join('')} fill={colours.soft} opacity={0.55} />
    </svg>
  );
}
