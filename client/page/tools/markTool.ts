import type { Quad } from '@lippet/core/page/item';
import type { Point } from '@lippet/core/math/matrix';
import { coverWords, nearestWord, wordsBetween, type TextFlow } from '@lippet/core/pdf/textFlow';
import { useDrawing } from '../../stores/drawing';
import { pdfWorker } from '../pictures/pdfPages';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';

/** A drag that begins further than this (pixels) from any word marks a box instead. */
const REACH = 40;
/** A box smaller than this (pixels) was a slip. */
const LEAST = 8;

const flows = new Map<string, Promise<TextFlow>>();

/** The words of a page, asked for once; a page that is no PDF has none. */
export function wordsOf({ page }: Surface): Promise<TextFlow> {
  const { background } = page;
  if (background.kind !== 'pdf') return Promise.resolve([]);
  const key = `${background.media}.${background.page}`;
  const flow = flows.get(key) ?? pdfWorker().words(background.media, background.page);
  flows.set(key, flow);
  flow.catch(() => flows.delete(key));
  if (flows.size > 40) flows.delete(flows.keys().next().value!);
  return flow;
}

const box = (a: Point, b: Point): Quad => {
  const [left, right, top, bottom] = [Math.min(a.x, b.x), Math.max(a.x, b.x), Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return [left, top, right, top, right, bottom, left, bottom];
};

/** Highlights or strikes out the words that are dragged over; where there are none (a scan, a drawing), a box. */
export function markTool(surface: Surface, from: Point): ToolGesture {
  const { mark } = useDrawing.getState();
  const style = mark === 'strike' ? 'strike' : 'highlight';
  // Through a line that strikes out, nothing is to be read.
  const colour = surface.colourOf(style === 'strike' && surface.marksWork ? 'pen' : 'highlighter');
  let flow: TextFlow | null = null;
  let to = from;
  const covered = (): { quads: Quad[]; text: string } => {
    const onWords = flow && nearestWord(flow, from.x, from.y, surface.points(REACH)) >= 0;
    return onWords ? coverWords(wordsBetween(flow!, from, to)) : { quads: [box(from, to)], text: '' };
  };
  const show = (): void => surface.renderer.live.drawQuads(covered().quads, colour);
  const reading = wordsOf(surface).then((words) => {
    flow = words;
    show();
  });
  return {
    move(point) {
      to = point;
      if (flow) show();
    },
    async end(point) {
      to = point;
      try {
        await reading;
        const { quads, text } = covered();
        const slip =
          text === '' &&
          (Math.abs(to.x - from.x) < surface.points(LEAST) || Math.abs(to.y - from.y) < surface.points(LEAST));
        if (quads.length > 0 && !slip) surface.put({ kind: 'mark', style, colour, quads, text, note: '' });
      } catch {
        surface.say('The words of this page could not be read. Draw over them freely instead.');
      }
      surface.renderer.live.clearLive();
    },
    cancel: () => surface.renderer.live.clearLive(),
  };
}
