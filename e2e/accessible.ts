import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** axe-core finds nothing serious on what is shown now; `what` names it where it does. */
export async function expectAccessible(page: Page, what: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${what}: ${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
  expect(serious).toEqual([]);
}
