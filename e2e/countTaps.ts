import type { Page } from '@playwright/test';

/** Counts what is pressed from now on, on this page and those that it leads to; what is pressed on a sheet is drawing. */
export async function countTaps(page: Page): Promise<() => Promise<number>> {
  const watch = (): void => {
    const key = 'taps';
    window.addEventListener(
      'click',
      (event) => {
        if (!event.isTrusted || (event.target as Element).closest('[data-testid="sheet"]')) return;
        sessionStorage.setItem(key, String(Number(sessionStorage.getItem(key) ?? 0) + 1));
      },
      { capture: true },
    );
  };
  await page.addInitScript(watch);
  await page.evaluate(watch);
  return () => page.evaluate(() => Number(sessionStorage.getItem('taps') ?? 0));
}
