import { translation, type Point } from '@lippet/core/math/matrix';
import { spotAt } from '@lippet/core/page/spots';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';
import { dragOrTap } from './chooseTool';

/** Width of a new box in points, where the page has room for it. */
const NEW_WIDTH = 240;
const LEAST_WIDTH = 60;

/**
 * A tap on words opens them, a drag moves them; elsewhere a tap begins new ones. In a spot for words, they take the spot's
 * width.
 */
export function wordsTool(surface: Surface, point: Point): ToolGesture | null {
  const hit = surface.top.hit(point, surface.points(6)).find(({ item }) => item.kind === 'text')?.item;
  if (hit?.kind === 'text') {
    const { id, matrix, width, spot } = hit;
    return dragOrTap(surface, point, [id], () => surface.state.setState({ writing: { id, matrix, width, spot } }));
  }
  return {
    end() {
      const spot = spotAt(surface.page.spots ?? [], point.x, point.y);
      if (spot?.kind === 'words') return writeInSpot(surface, spot.id);
      const width = Math.max(LEAST_WIDTH, Math.min(NEW_WIDTH, surface.page.width - point.x - 8));
      surface.state.setState({
        writing: {
          id: crypto.randomUUID(),
          matrix: translation(Math.min(point.x, surface.page.width - LEAST_WIDTH), point.y - 12),
          width,
          spot: null,
        },
      });
    },
  };
}

/** Opens the words of a spot, or begins them. */
export function writeInSpot(surface: Surface, spotId: string): void {
  const spot = surface.page.spots?.find(({ id }) => id === spotId);
  if (!spot) return;
  const there = surface.top.drawn.find(({ item }) => item.kind === 'text' && item.spot === spotId)?.item;
  if (there?.kind === 'text') {
    const { id, matrix, width } = there;
    surface.state.setState({ writing: { id, matrix, width, spot: spotId } });
  } else {
    surface.state.setState({
      writing: {
        id: crypto.randomUUID(),
        matrix: translation(spot.x + 6, spot.y + 4),
        width: Math.max(LEAST_WIDTH, spot.width - 12),
        spot: spotId,
      },
    });
  }
}
