import { transformItems } from '@lippet/core/page/arrange';
import { inLasso, isMovable, itemBounds } from '@lippet/core/page/geometry';
import { IDENTITY, translation, type Matrix, type Point } from '@lippet/core/math/matrix';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** Radius of a finger's tap, in pixels. */
const TAP_REACH = 10;
/** A press that moves less than this (pixels) is a tap. */
const TAP_STILL = 5;

/** Moves the chosen items with the pointer; `matrixOf` says how far they have come. */
export const dragChosen = (surface: Surface, matrixOf: (point: Point) => Matrix): ToolGesture =>
  dragItems(surface, surface.state.getState().chosen, matrixOf);

/** Moves some items with the pointer. A gesture that ends where it began changes nothing. */
function dragItems(surface: Surface, ids: readonly string[], matrixOf: (point: Point) => Matrix): ToolGesture {
  const drawn = ids.flatMap((id) => surface.top.get(id) ?? []);
  let matrix = IDENTITY;
  surface.renderer.lift(ids);
  surface.renderer.live.drawLifted(drawn, IDENTITY);
  const settle = (): void => {
    surface.renderer.lift([]);
    surface.renderer.live.clearLive();
    surface.state.setState({ moving: IDENTITY });
  };
  return {
    move(point) {
      matrix = matrixOf(point);
      surface.renderer.live.drawLifted(drawn, matrix);
      surface.state.setState({ moving: matrix });
    },
    end() {
      if (matrix !== IDENTITY) surface.change(transformItems(surface.page.id, surface.top.items, ids, matrix));
      settle();
    },
    cancel: settle,
  };
}

/**
 * A press on something that can be dragged and that may be tapped as well.
 * @param tapped what a press that goes nowhere does
 */
export function dragOrTap(surface: Surface, from: Point, ids: readonly string[], tapped: () => void): ToolGesture {
  const drag = dragItems(surface, ids, (to) => translation(to.x - from.x, to.y - from.y));
  let moved = false;
  return {
    move(to) {
      moved ||= Math.hypot(to.x - from.x, to.y - from.y) > surface.points(TAP_STILL);
      if (moved) drag.move!(to);
    },
    end(to) {
      if (moved) return drag.end!(to);
      drag.cancel!();
      tapped();
    },
    cancel: drag.cancel,
  };
}

/** Tap to choose, tap a text twice to write in it, drag what is chosen, or draw a lasso around things. */
export function chooseTool(surface: Surface, point: Point): ToolGesture | null {
  const { chosen } = surface.state.getState();
  const hit = surface.top.hit(point, surface.points(TAP_REACH))[0];
  if (hit && (hit.item.kind === 'pin' || hit.item.kind === 'mark')) {
    surface.state.setState({ open: hit.item.id });
    if (hit.item.kind === 'mark') return null;
  }
  if (hit && isMovable(hit.item)) {
    const again = chosen.length === 1 && chosen[0] === hit.item.id;
    if (!chosen.includes(hit.item.id)) surface.choose([hit.item.id]);
    return dragOrTap(surface, point, surface.state.getState().chosen, () => {
      if (!again || hit.item.kind !== 'text') return;
      const { id, matrix, width, spot } = hit.item;
      surface.state.setState({ writing: { id, matrix, width, spot }, chosen: [] });
    });
  }
  return lasso(surface, point);
}

function lasso(surface: Surface, from: Point): ToolGesture {
  const points = [from];
  return {
    move(to) {
      const last = points.at(-1)!;
      if (Math.hypot(to.x - last.x, to.y - last.y) < surface.points(3)) return;
      points.push(to);
      surface.renderer.live.drawLasso(points);
    },
    end() {
      surface.renderer.live.clearLive();
      const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
      const box = { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
      const caught = surface.top.within(box).filter(({ item }) => inLasso(item, points));
      surface.choose(caught.map(({ item }) => item.id));
    },
    cancel: () => surface.renderer.live.clearLive(),
  };
}

/** The box around the chosen items, in page points. */
export const chosenBounds = (surface: Surface) => surface.chosenItems.map(({ item }) => itemBounds(item));
