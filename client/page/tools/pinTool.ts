import { translation, type Point } from '@lippet/core/math/matrix';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** A tap on a pin opens it; elsewhere it sticks a new one there and opens that. */
export function pinTool(surface: Surface, at: Point): ToolGesture | null {
  return {
    end() {
      const hit = surface.top.hit(at, surface.points(8)).find(({ item }) => item.kind === 'pin');
      const id = hit?.item.id ?? surface.put({ kind: 'pin', note: '', matrix: translation(at.x, at.y) });
      surface.state.setState({ open: id });
    },
  };
}
