import { filledSpots, nextEmptySpot, type Spot } from '@lippet/core/page/spots';
import { useDrawing } from '../../stores/drawing';
import type { Surface } from '../surface/surface';
import { addPictureTo } from '../tools/addTool';
import { writeInSpot } from '../tools/wordsTool';

/** Looks at a spot closely and takes up the tool that it waits for. */
export function goToSpot(surface: Surface, spot: Spot): void {
  const { renderer } = surface;
  const scale = Math.min(
    renderer.view.width / (spot.width + 60),
    renderer.view.height / (spot.height + 160),
    renderer.viewport.scale * 2.5,
  );
  const wanted = Math.max(renderer.viewport.scale, scale);
  renderer.look({
    scale: wanted,
    x: renderer.view.width / 2 - (spot.x + spot.width / 2) * wanted,
    y: renderer.view.height * 0.4 - (spot.y + spot.height / 2) * wanted,
  });
  const { setTool } = useDrawing.getState();
  if (spot.kind === 'words') {
    setTool('words');
    writeInSpot(surface, spot.id);
  } else if (spot.kind === 'photo') {
    if (!surface.takePhoto(spot)) addPictureTo(surface, spot);
  } else setTool('pen');
}

let lastSpot: string | null = null;

/** Goes to the next spot of the page that is still empty. */
export function stepToSpot(surface: Surface): void {
  const spots = surface.page.spots ?? [];
  const next = nextEmptySpot(spots, filledSpots(spots, surface.allItems), lastSpot);
  if (!next) return;
  lastSpot = next.id;
  goToSpot(surface, next);
}
