/** The same steps as ours, as OpenCV.js does them: the floor for finding sheets and making pages of them. */
import { createRequire } from 'node:module';
import type * as OpenCvModule from '@techstark/opencv-js';
import type { Mat } from '@techstark/opencv-js';
import type { Quad } from '@lippet/core/scan/quad';
import { inOrder } from '@lippet/core/scan/quad';
import type { Rgba } from '@lippet/core/scan/raster';

type OpenCv = typeof OpenCvModule;

const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv;
// It fills itself once its WebAssembly is there. (It must not be awaited: it has a `then` that gives itself again.)
while (!cv.Mat) await new Promise((resolve) => setTimeout(resolve, 20));
const LOOKED_AT = 800;

function matOf({ data, width, height }: Rgba): Mat {
  const mat = new cv.Mat(height, width, cv.CV_8UC4);
  mat.data.set(data);
  return mat;
}

/** Canny, closed outlines, the largest that comes down to four corners: the scanner of the textbooks. */
function quadOf(photo: Mat): Quad | null {
  const scale = Math.min(1, LOOKED_AT / Math.max(photo.cols, photo.rows));
  const [small, edges] = [new cv.Mat(), new cv.Mat()];
  cv.resize(photo, small, new cv.Size(0, 0), scale, scale, cv.INTER_AREA);
  cv.cvtColor(small, edges, cv.COLOR_RGBA2GRAY);
  cv.GaussianBlur(edges, edges, new cv.Size(5, 5), 0);
  cv.Canny(edges, edges, 40, 120);
  const kernel = cv.Mat.ones(5, 5, cv.CV_8U);
  cv.morphologyEx(edges, edges, cv.MORPH_CLOSE, kernel);
  const [contours, hierarchy] = [new cv.MatVector(), new cv.Mat()];
  cv.findContours(edges, contours, hierarchy, cv.RETR_LIST, cv.CHAIN_APPROX_SIMPLE);
  let best: Quad | null = null;
  let most = 0.1 * small.cols * small.rows;
  for (let i = 0; i < contours.size(); i++) {
    const contour = contours.get(i);
    const area = cv.contourArea(contour);
    if (area > most) {
      const hull = new cv.Mat();
      const corners = new cv.Mat();
      cv.convexHull(contour, hull);
      cv.approxPolyDP(hull, corners, 0.03 * cv.arcLength(hull, true), true);
      if (corners.rows === 4) {
        most = area;
        const coordinate = (k: number): number => (corners.data32S[k]! + 0.5) / scale;
        best = inOrder([0, 2, 4, 6].map((k) => ({ x: coordinate(k), y: coordinate(k + 1) })));
      }
      hull.delete();
      corners.delete();
    }
    contour.delete();
  }
  for (const mat of [small, edges, kernel, contours, hierarchy]) mat.delete();
  return best;
}

export function openCvFind(image: Rgba): Quad | null {
  const photo = matOf(image);
  const quad = quadOf(photo);
  photo.delete();
  return quad;
}

/** Found, straightened to so many pixels, its light evened out by dividing by a smoothed background. */
export function openCvScan(image: Rgba, width: number, height: number, fallback: Quad): void {
  const photo = matOf(image);
  const quad = quadOf(photo) ?? fallback;
  const from = cv.matFromArray(
    4,
    1,
    cv.CV_32FC2,
    quad.flatMap(({ x, y }) => [x, y]),
  );
  const to = cv.matFromArray(4, 1, cv.CV_32FC2, [0, 0, width, 0, width, height, 0, height]);
  const map = cv.getPerspectiveTransform(from, to);
  const page = new cv.Mat();
  cv.warpPerspective(photo, page, map, new cv.Size(width, height), cv.INTER_LINEAR);
  const rgb = new cv.Mat();
  cv.cvtColor(page, rgb, cv.COLOR_RGBA2RGB);
  const [small, light] = [new cv.Mat(), new cv.Mat()];
  cv.resize(rgb, small, new cv.Size(0, 0), 1 / 16, 1 / 16, cv.INTER_AREA);
  const kernel = cv.Mat.ones(7, 7, cv.CV_8U);
  cv.dilate(small, small, kernel);
  cv.medianBlur(small, small, 11);
  cv.resize(small, light, new cv.Size(width, height), 0, 0, cv.INTER_LINEAR);
  cv.divide(rgb, light, rgb, 250);
  for (const mat of [photo, from, to, map, page, rgb, small, light, kernel]) mat.delete();
}
