import { areMarks, type PagePlan } from '@lippet/core/page/document';
import { readItems, type Items } from '@lippet/core/page/item';
import { useEffect, useRef } from 'react';
import { colours } from '../../ui/theme';
import { useSameList } from '../../ui/useSameList';
import { drawPage, type PageLayer } from '../surface/drawPage';
import { pdfPreviews } from './pdfPreviews';

/** Drawn again this long after the last change, in milliseconds: never between pen and ink. */
const REST = 700;
/** A page this far outside of what is seen is drawn ahead. */
const NEAR = '200px';

interface Props {
  page: PagePlan;
  layers: readonly Items[];
  /** In CSS pixels. */
  width: number;
  height: number;
}

/** Three knots in the middle of a page whose print is still to come: nobody takes it for a blank one. */
function drawComing(canvas: HTMLCanvasElement): void {
  const context = canvas.getContext('2d')!;
  const side = canvas.width / 12;
  context.setTransform(1, 0, 0, 1, canvas.width / 2, canvas.height / 2);
  context.fillStyle = colours.soft;
  for (const place of [-2, 0, 2]) context.fillRect((place - 0.5) * side, -side / 2, side, side);
}

const layerOfItems = (items: Items): PageLayer => ({ items: readItems(items), marks: areMarks(items) });

/** A page as a small picture that follows what is drawn on it. */
export function PageThumb({ page, layers, width, height }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const maps = useSameList(layers);
  const fit = Math.min(width / page.width, height / page.height);
  const [wide, high] = [page.width * fit, page.height * fit];
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let [gone, followed] = [false, false];
    const draw = (): void => {
      timer = undefined;
      if (!canvas.current || gone) return;
      drawPage(canvas.current, page, maps.map(layerOfItems), later);
      if (page.background.kind === 'pdf' && !pdfPreviews.get(page, later)) drawComing(canvas.current);
    };
    const later = (): void => void (timer ??= setTimeout(draw, REST));
    // Of a hundred pages only those are drawn, and their papers fetched, that are about to be seen.
    const near = new IntersectionObserver(
      (seen) => {
        if (!seen.some(({ isIntersecting }) => isIntersecting)) return;
        near.disconnect();
        draw();
        for (const items of maps) items.observeDeep(later);
        followed = true;
      },
      { rootMargin: NEAR },
    );
    near.observe(canvas.current!);
    return () => {
      gone = true;
      near.disconnect();
      clearTimeout(timer);
      if (followed) for (const items of maps) items.unobserveDeep(later);
    };
  }, [page, maps]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={Math.round(wide * 2)}
      height={Math.round(high * 2)}
      style={{ width: wide, height: high, display: 'block' }}
    />
  );
}
