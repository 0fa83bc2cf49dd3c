import { translation, type Point } from '@lippet/core/math/matrix';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** A tap on a pin opens it; elsewhere it sticks a new one there and opens that. */
export function pinTool(surface: Surface, point: Point): ToolGesture | null {
  return {
    end() {
      const hit = surface.top.hit(point, surface.points(8)).find(({ item }) => item.kind === 'pin');
      const id = hit?.item.id ?? surface.put({ kind: 'pin', note: '', matrix: translation(point.x, point.y) });
      surface.state.setState({ open: id });
    },
  };
}
