import { fillFields } from '@lippet/core/page/item';
import { MAX_RING_CORNERS } from '@lippet/core/page/rings';
import type { Point } from '@lippet/core/math/matrix';
import { topOrder } from '@lippet/core/page/item';
import { useDrawing } from '../../stores/drawing';
import { findRegion } from '../../workers/fill';
import { WorkerLostError } from '../../workers/workerRemote';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** Pixels for a point: fine enough for a pen's line, and A4 still takes a fraction of a second. */
const RASTER_SCALE = 1.6;
/** Most pixels on a side; a poster is coloured in more coarsely. */
const MOST_PIXELS = 2_200;

/** Colours in: what is there already takes the new colour, a region without colour is found and filled. */
export function fillTool(surface: Surface, point: Point): ToolGesture | null {
  return {
    end(to) {
      const place = Math.hypot(to.x - point.x, to.y - point.y) < surface.points(12) ? point : to;
      void fillAt(surface, place).catch((error: unknown) => {
        if (!(error instanceof WorkerLostError)) throw error;
        surface.say(error.message);
      });
    },
  };
}

async function fillAt(surface: Surface, point: Point): Promise<void> {
  const { colour } = useDrawing.getState().choices.fill;
  const { id: page, width, height } = surface.page;
  const hit = surface.top.hit(point, 0).find(({ item }) => item.kind === 'stroke' || item.kind === 'fill');
  if (hit) {
    surface.change([{ page, id: hit.item.id, after: { ...surface.top.items.get(hit.item.id)!.toJSON(), colour } }]);
    return;
  }
  const scale = Math.min(RASTER_SCALE, MOST_PIXELS / Math.max(width, height));
  const raster = surface.renderer.raster(scale);
  const rings = await findRegion(raster, scale, point.x, point.y);
  const corners = rings?.reduce((sum, ring) => sum + ring.length / 2, 0) ?? 0;
  if (!rings || corners > MAX_RING_CORNERS) {
    surface.say(
      rings
        ? 'That place has too many small pieces to colour in at once.'
        : 'There is nothing to colour in just there.',
    );
    return;
  }
  surface.change([
    {
      page,
      id: crypto.randomUUID(),
      after: fillFields({ colour, rings, at: Date.now(), order: topOrder(surface.top.items) }),
    },
  ]);
}
