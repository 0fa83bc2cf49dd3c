import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** How many looks in a row must find nothing fading or moving, and how far apart they are, ms. */
const STILL = { looks: 3, apart: 120 };

/**
 * Nothing fades any more. Paper's dialogs fade from script, which no `getAnimations` shows; axe counts
 * a half-faded word's contrast as the word's own, so a look in the middle of it says nothing of the screen.
 */
async function settled(page: Page): Promise<void> {
  let before = '';
  let same = 0;
  await expect
    .poll(
      async () => {
        const now = await page.evaluate(() =>
          [...document.querySelectorAll('*')]
            .map((element) => getComputedStyle(element).opacity)
            .filter((opacity) => opacity !== '1')
            .join(' '),
        );
        same = now === before ? same + 1 : 0;
        before = now;
        return same;
      },
      { intervals: [STILL.apart], message: 'something on the screen goes on fading' },
    )
    .toBeGreaterThanOrEqual(STILL.looks);
}

/** axe-core finds nothing serious on what is shown now, once it stands still; `what` names it where it does. */
export async function expectAccessible(page: Page, screen: string): Promise<void> {
  await settled(page);
  // In one page: it has no frames of others, for which a second page would be opened each time.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze();
  const serious = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${screen}: ${id}: ${nodes.map(({ html, any }) => `${any[0]?.message ?? ''} ${html.slice(0, 160)}`).join(' | ')}`,
    );
  expect(serious).toEqual([]);
}
