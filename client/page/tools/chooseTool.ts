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
export function dragChosen(surface: Surface, matrixOf: (at: Point) => Matrix): ToolGesture {
  const ids = surface.state.getState().chosen;
  const drawn = surface.chosenItems;
  let matrix = IDENTITY;
  surface.renderer.lift(ids);
  surface.renderer.live.drawLifted(drawn, IDENTITY);
  const settle = (): void => {
    surface.renderer.lift([]);
    surface.renderer.live.clearLive();
    surface.state.setState({ moving: IDENTITY });
  };
  return {
    move(at) {
      matrix = matrixOf(at);
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

/** Tap to choose, tap a text twice to write in it, drag what is chosen, or draw a lasso around things. */
export function chooseTool(surface: Surface, at: Point): ToolGesture | null {
  const { chosen } = surface.state.getState();
  const hit = surface.top.hit(at, surface.points(TAP_REACH))[0];
  if (hit && (hit.item.kind === 'pin' || hit.item.kind === 'mark')) {
    surface.state.setState({ open: hit.item.id });
    if (hit.item.kind === 'mark') return null;
  }
  if (hit && isMovable(hit.item)) {
    const again = chosen.length === 1 && chosen[0] === hit.item.id;
    if (!chosen.includes(hit.item.id)) surface.choose([hit.item.id]);
    const drag = dragChosen(surface, (to) => translation(to.x - at.x, to.y - at.y));
    let moved = false;
    return {
      move(to) {
        moved ||= Math.hypot(to.x - at.x, to.y - at.y) > surface.points(TAP_STILL);
        if (moved) drag.move!(to);
      },
      end(to) {
        if (moved) return drag.end!(to);
        drag.cancel!();
        if (again && hit.item.kind === 'text') {
          const { id, matrix, width, spot } = hit.item;
          surface.state.setState({ writing: { id, matrix, width, spot }, chosen: [] });
        }
      },
      cancel: drag.cancel,
    };
  }
  return lasso(surface, at);
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
