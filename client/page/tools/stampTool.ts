import { pasteItems } from '@lippet/core/page/arrange';
import type { Point } from '@lippet/core/math/matrix';
import { readStampItems } from '@lippet/core/review/keptStamps';
import { useStampInHand } from '../../stores/stamps';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** Puts the stamp in hand down where the page is tapped, with its middle there. */
export function stampTool(surface: Surface): ToolGesture | null {
  return {
    end(point: Point) {
      const { stamp } = useStampInHand.getState();
      if (!stamp) return surface.say('Choose a stamp first. To make one, draw it, choose it, and keep it as a stamp.');
      const offset = { x: point.x - stamp.width / 2, y: point.y - stamp.height / 2 };
      surface.change(
        pasteItems(
          readStampItems(stamp.items),
          { page: surface.page.id, items: surface.top.items, offset },
          () => crypto.randomUUID(),
          Date.now(),
        ),
      );
    },
  };
}
