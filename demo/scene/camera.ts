import type { Triple } from './colour';
import { SHEET } from './sheet';

const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (v: Triple): Triple => {
  const size = Math.hypot(...v);
  return [v[0] / size, v[1] / size, v[2] / size];
};
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** A pinhole camera above the table: above its middle, tilted, rolled. The sheet lies at the origin, turned a little. */
export interface Camera {
  /** In millimetres; the table is at height 0, the camera above it. */
  eye: Triple;
  look: Triple;
  right: Triple;
  down: Triple;
  /** In pixels. */
  focal: number;
  centre: { x: number; y: number };
}

/**
 * @param pick a random number between two
 * @param cut the sheet goes out of the picture
 */
export function cameraOf(
  width: number,
  height: number,
  random: () => number,
  pick: (from: number, to: number) => number,
  cut: boolean,
): Camera {
  const lying = width > height ? Math.PI / 2 : 0;
  const roll = lying + pick(-0.3, 0.3);
  const tilt = pick(0.02, 0.5);
  const way = random() * Math.PI * 2;
  const focal = pick(0.95, 1.25) * Math.max(width, height);
  const fill = cut ? pick(0.8, 0.92) : pick(0.58, 0.8);
  const distance = (focal * SHEET.height) / (Math.max(width, height) * fill);
  const eye: Triple = [
    Math.sin(tilt) * Math.cos(way) * distance,
    Math.sin(tilt) * Math.sin(way) * distance,
    -Math.cos(tilt) * distance,
  ];
  const look = unit([-eye[0], -eye[1], -eye[2]]);
  const right = unit(cross(look, [Math.sin(roll), -Math.cos(roll), 0]));
  const down = unit(cross(look, right));
  const shift = { x: pick(-0.03, 0.03) * width, y: pick(-0.03, 0.03) * height };
  if (cut) {
    const side = Math.floor(random() * 4);
    shift.x += [0.32, -0.32, 0, 0][side]! * width;
    shift.y += [0, 0, 0.36, -0.36][side]! * height;
  }
  return { eye, look, right, down, focal, centre: { x: width / 2 + shift.x, y: height / 2 + shift.y } };
}

/** Where a place of the table is in the picture, in pixels. */
export function seenAt({ eye, look, right, down, focal, centre }: Camera, x: number, y: number) {
  const to: Triple = [x - eye[0], y - eye[1], -eye[2]];
  const far = dot(to, look);
  return { x: centre.x + (focal * dot(to, right)) / far, y: centre.y + (focal * dot(to, down)) / far };
}
