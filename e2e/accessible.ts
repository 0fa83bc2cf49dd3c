import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from '@playwright/test';
import type axe from 'axe-core';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** How many looks in a row must find nothing fading or moving, and how far apart they are, ms. */
const STILL = { looks: 2, apart: 60 };

/**
 * Nothing fades any more, and no button comes to life. Paper's dialogs fade from script, which no `getAnimations` shows;
 * axe counts a half-faded word's contrast as the word's own, and takes a colour from before a change with one from after
 * it, so a look in the middle of either says nothing of the screen.
 */
async function settled(page: Page): Promise<void> {
  let before = '';
  let same = 0;
  await expect
    .poll(
      async () => {
        const now = await page.evaluate(() => {
          const opacities = [...document.querySelectorAll('*')].map((element) => getComputedStyle(element).opacity);
          const disabled = document.querySelectorAll('[aria-disabled="true"], :disabled').length;
          return [disabled, ...opacities.filter((opacity) => opacity !== '1')].join(' ');
        });
        same = now === before ? same + 1 : 0;
        before = now;
        return same;
      },
      { intervals: [STILL.apart], message: 'something on the screen goes on changing' },
    )
    .toBeGreaterThanOrEqual(STILL.looks);
}

/**
 * What axe-core finds on the page. It is given to each page once, and asks for no files of its own: those are ours, and
 * read already. The word on a button is in its name as it stands; rows and cards, on which several things are written,
 * have names that say them as a sentence.
 */
async function violationsOn(page: Page): Promise<axe.Result[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  return page.evaluate(async () => {
    const { axe: core } = window as unknown as { axe: typeof axe };
    // A picture of work, on which something is written, is not what a button is called.
    const isOneWord = (element: Element | undefined): boolean => {
      const texts = document.createTreeWalker(element ?? document.body, NodeFilter.SHOW_TEXT);
      const written: Element[] = [];
      while (texts.nextNode()) {
        const { nodeValue, parentElement } = texts.currentNode;
        if (nodeValue!.trim() !== '') written.push(parentElement!);
      }
      return written.length === 1 && !written[0]!.closest('[aria-hidden="true"]');
    };
    const { violations } = await core.run(document, { resultTypes: ['violations'], preload: false, elementRef: true });
    return violations
      .map(({ id, nodes, ...rest }) => ({
        ...rest,
        id,
        nodes: nodes
          .filter(({ element }) => id !== 'label-content-name-mismatch' || isOneWord(element))
          .map((node) => ({ ...node, element: undefined })),
      }))
      .filter(({ nodes }) => nodes.length > 0);
  });
}

/** axe-core finds nothing serious on what is shown now, once it stands still; `screen` names it where it does. */
export async function expectAccessible(page: Page, screen: string): Promise<void> {
  await settled(page);
  const serious = (await violationsOn(page))
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${screen}: ${id}: ${nodes.map(({ html, any }) => `${any[0]?.message ?? ''} ${html.slice(0, 160)}`).join(' | ')}`,
    );
  expect(serious).toEqual([]);
}
