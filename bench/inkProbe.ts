import type { CDPSession, Page } from '@playwright/test';

/** What one run of drawing took, in milliseconds. */
export interface InkRun {
  /** For every pointer event: from its time stamp to the end of the frame that shows it. */
  latencies: number[];
  /** For every frame drawn into: from its first input to its end. */
  frames: number[];
}

/**
 * Puts the same stopwatch into a page, ours or the bare one: it notes each pointer event as it comes, and
 * the end of the frame by a message posted from the last animation callback, which runs after painting.
 */
export async function installProbe(page: Page): Promise<void> {
  await page.evaluate(PROBE);
}

/** As text: what the page runs must not depend on how this file was compiled. */
const PROBE = `{
  const probe = window.probe = { latencies: [], frames: [] };
  let waiting = [];
  let began = 0;
  const channel = new MessageChannel();
  channel.port1.onmessage = () => {
    const end = performance.now();
    for (const stamp of waiting) probe.latencies.push(end - stamp);
    probe.frames.push(end - began);
    waiting = [];
  };
  const note = (event) => {
    if (waiting.length === 0) {
      began = performance.now();
      requestAnimationFrame(() => channel.port2.postMessage(0));
    }
    waiting.push(event.timeStamp);
  };
  for (const name of ['pointerdown', 'pointermove']) window.addEventListener(name, note, { capture: true });
}`;

/** Draws strokes with the mouse, as quickly as events go through, and reads the stopwatch. */
export async function drawAndMeasure(
  page: Page,
  box: { x: number; y: number; width: number; height: number },
  strokes: number,
): Promise<InkRun> {
  await page.evaluate('Object.assign(window.probe, { latencies: [], frames: [] })');
  for (let s = 0; s < strokes; s++) {
    const y = box.y + box.height * (0.2 + (0.6 * s) / strokes);
    await page.mouse.move(box.x + box.width * 0.3, y);
    await page.mouse.down();
    for (let i = 1; i <= 30; i++)
      await page.mouse.move(box.x + box.width * (0.3 + 0.013 * i), y + 12 * Math.sin(i / 3));
    await page.mouse.up();
  }
  await page.evaluate('new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))');
  return page.evaluate<InkRun>('window.probe');
}

export async function throttle(session: CDPSession, rate: number): Promise<void> {
  await session.send('Emulation.setCPUThrottlingRate', { rate });
}

/** The floor: one canvas of the same size, and `lineTo` for each event. */
export const BARE_PAGE =
  '<!doctype html><meta ' +
  'charset="utf-8"><style>html,body{margin:0;height:100%}canvas{position:fixed;inset:0;' +
  `touch-action:none}</style>
<canvas id="c"></canvas><script>
const canvas = document.getElementById('c');
canvas.width = innerWidth * devicePixelRatio; canvas.height = innerHeight * devicePixelRatio;
canvas.style.width = innerWidth + 'px'; canvas.style.height = innerHeight + 'px';
const context = canvas.getContext('2d');
context.scale(devicePixelRatio, devicePixelRatio);
context.lineWidth = 3; context.lineCap = 'round';
let last = null;
const to = (event) => { context.beginPath(); context.moveTo(last.x, last.y); ` +
  'context.lineTo(event.clientX, event.clientY); context.stroke(); last = { x: event.clientX, y: ' +
  `event.clientY }; };
canvas.addEventListener('pointerdown', (event) => { last = { x: event.clientX, y: event.clientY }; to(event); });
canvas.addEventListener('pointermove', (event) => { if (last) for (const each of ` +
  `event.getCoalescedEvents()) to(each); });
canvas.addEventListener('pointerup', () => { last = null; });
</script>`;
