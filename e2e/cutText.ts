import { expect, type Page } from '@playwright/test';

/**
 * Words on the page that can't be read whole: cut by what they lie in, shortened with dots, or beyond the edge of the
 * screen where nothing scrolls. What is only heard, or hidden from everybody, does not count.
 */
export function cutTexts(page: Page, cutOnPurpose: readonly string[] = []): Promise<string[]> {
  return page.evaluate((spared) => {
    const SLACK = 2;
    /** Spaces at the end of a line hang out of it, and are no loss. */
    const spaceOf = (element: Element): number => 0.4 * parseFloat(getComputedStyle(element).fontSize);
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const scrolls = (value: string): boolean => value === 'auto' || value === 'scroll';
    const isSeen = (element: Element): boolean =>
      element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && !element.closest('svg');

    /** Why a text is not whole; null where it is. */
    const whyCut = (element: Element, words: DOMRect): string | null => {
      const own = getComputedStyle(element);
      const dots = own.textOverflow === 'ellipsis' && element.scrollWidth > element.clientWidth + 1;
      const lines = own.webkitLineClamp !== 'none' && element.scrollHeight > element.clientHeight + 1;
      if (dots || lines) return 'shortened';
      let reachable = false;
      const space = SLACK + spaceOf(element);
      for (let around: Element | null = element; around; around = around.parentElement) {
        const { overflowX, overflowY, position } = getComputedStyle(around);
        const box = around.getBoundingClientRect();
        const [freeX, freeY] = [overflowX === 'visible', overflowY === 'visible'];
        if (!scrolls(overflowX) && !freeX && !reachable)
          if (words.left < box.left - SLACK || words.right > box.right + space) return 'cut at its side';
        if (!scrolls(overflowY) && !freeY && !reachable)
          if (words.top < box.top - SLACK || words.bottom > box.bottom + SLACK) return 'cut above or below';
        // What is scrolled to is whole somewhere; only its own width and height could still cut it.
        if (scrolls(overflowX) || scrolls(overflowY)) reachable = true;
        if (position === 'fixed') break;
      }
      if (!reachable && (words.right > innerWidth + space || words.left < -SLACK)) return 'beyond the screen';
      return null;
    };

    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const text = node.textContent?.trim() ?? '';
      const element = node.parentElement!;
      if (text === '' || !isSeen(element)) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      const words = range.getBoundingClientRect();
      // One pixel is what is meant for ears alone.
      if (words.width <= 1 || words.height <= 1 || element.getBoundingClientRect().width <= 1) continue;
      const why = whyCut(element, words);
      if (why && !spared.some((start) => text.startsWith(start))) found.push(`"${text.slice(0, 60)}" is ${why}`);
    }
    return [...new Set(found)];
  }, cutOnPurpose);
}

/** Nothing on the screen is cut, and it does not scroll sideways as a whole. */
export async function expectAllReadable(
  page: Page,
  screen: string,
  cutOnPurpose: readonly string[] = [],
): Promise<void> {
  await expect.poll(() => cutTexts(page, cutOnPurpose), { message: screen }).toEqual([]);
  const beyond = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(beyond, `${screen} scrolls sideways`).toBeLessThanOrEqual(0);
}
