/** A canvas laid over its host, out of the way of pointers and readers. */
export function laidOver(canvas: HTMLCanvasElement): HTMLCanvasElement {
  Object.assign(canvas.style, {
    position: 'absolute',
    left: '0',
    top: '0',
    pointerEvents: 'none',
    transformOrigin: '0 0',
  });
  canvas.setAttribute('aria-hidden', 'true');
  return canvas;
}
