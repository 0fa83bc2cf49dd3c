import { copyItems, deleteItems, pasteItems, transformItems } from '@lippet/core/page/arrange';
import type { Fields } from '@lippet/core/page/item';
import { translation } from '@lippet/core/math/matrix';
import { zoomAt } from '@lippet/core/page/viewport';
import { createStore } from 'zustand/vanilla';
import type { Surface } from './surface';

const KEY_PAN = 60;
/** How far copies are put beside what they were copied from, in points. */
const BESIDE = { x: 14, y: 14 };

/** What was copied last on this device; it can be put onto any page. */
export const clipboard = createStore<{ copies: readonly Fields[] }>(() => ({ copies: [] }));

export function copyChosen(surface: Surface): void {
  const { chosen } = surface.state.getState();
  if (chosen.length > 0) clipboard.setState({ copies: copyItems(surface.top.items, chosen) });
}

function putCopies(surface: Surface, copies: readonly Fields[]): void {
  const changes = pasteItems(
    copies,
    { page: surface.page.id, items: surface.top.items, offset: BESIDE },
    () => crypto.randomUUID(),
    Date.now(),
  );
  surface.change(changes);
  surface.choose(changes.map(({ id }) => id));
}

export function paste(surface: Surface): void {
  const { copies } = clipboard.getState();
  if (surface.editable() && copies.length > 0) putCopies(surface, copies);
}

export function doubleChosen(surface: Surface): void {
  putCopies(surface, copyItems(surface.top.items, surface.state.getState().chosen));
}

export function deleteChosen(surface: Surface): void {
  surface.change(deleteItems(surface.page.id, surface.top.items, surface.state.getState().chosen));
}

export function zoomBy(surface: Surface, factor: number): void {
  const { renderer } = surface;
  renderer.look(
    zoomAt(
      renderer.viewport,
      factor,
      [renderer.view.width / 2, renderer.view.height / 2],
      renderer.page,
      renderer.view,
    ),
  );
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function arrow(surface: Surface, [dx, dy]: readonly [number, number], far: boolean): void {
  const { chosen } = surface.state.getState();
  const { renderer } = surface;
  if (chosen.length > 0 && surface.editable()) {
    const step = far ? 20 : 2;
    surface.change(transformItems(surface.page.id, surface.top.items, chosen, translation(dx * step, dy * step)));
  } else if (surface.hand.reaches) surface.hand.step([dx, dy], far);
  else {
    renderer.look({
      ...renderer.viewport,
      x: renderer.viewport.x - dx * KEY_PAN,
      y: renderer.viewport.y - dy * KEY_PAN,
    });
  }
}

/** What Escape leaves: what is chosen, then the tool that keys have moved. */
function leave(surface: Surface): boolean {
  if (surface.state.getState().chosen.length === 0) return surface.hand.leave();
  surface.choose([]);
  return true;
}

function press(surface: Surface): boolean {
  if (!surface.hand.reaches) return false;
  if (!surface.hand.openChosenWords()) surface.hand.press();
  return true;
}

/** What a key does while the sheet has the focus. @returns whether it did anything */
export function surfaceKey(surface: Surface, { key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): boolean {
  const letter = key.toLowerCase();
  const editable = surface.editable();
  const chosen = surface.state.getState().chosen.length > 0;
  if (ctrlKey || metaKey) {
    const commands: Record<string, (() => void) | false> = {
      z: () => (shiftKey ? surface.editor?.redo() : surface.editor?.undo()),
      y: () => surface.editor?.redo(),
      c: chosen && (() => copyChosen(surface)),
      v: editable && clipboard.getState().copies.length > 0 && (() => paste(surface)),
      d: editable && chosen && (() => doubleChosen(surface)),
      a: editable && (() => surface.choose(surface.top.drawn.map(({ item }) => item.id))),
    };
    const command = commands[letter];
    if (!command) return false;
    command();
    return true;
  }
  if (key === '+' || key === '=') zoomBy(surface, 1.25);
  else if (key === '-') zoomBy(surface, 0.8);
  else if (letter === 'f') surface.renderer.fit();
  else if (ARROWS[key]) arrow(surface, ARROWS[key], shiftKey);
  else if ((key === 'Delete' || key === 'Backspace') && editable && chosen) deleteChosen(surface);
  else if (key === 'Escape') return leave(surface);
  else if (key === 'Enter') return press(surface);
  else if (letter === 'n' && editable && surface.tool() === 'choose') surface.hand.chooseNext(shiftKey ? -1 : 1);
  else return false;
  return true;
}
