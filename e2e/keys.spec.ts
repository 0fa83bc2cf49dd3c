/** Every screen by keys alone: what has a role does something, and what leads somewhere is a link. */
import type { Locator, Page } from '@playwright/test';
import { WIDE } from './chromium';
import type { Device } from './device';
import { expect, test } from './school';

/** So many presses of Tab go through the longest of these screens. */
const MOST = 90;

interface Reached {
  role: string;
  name: string;
  address: string | null;
  /** Pressed, it would change nothing: it is chosen already, or can't be pressed now. */
  settled: boolean;
}

/** What has the focus. */
const focused = (page: Page): Promise<Reached | null> =>
  page.evaluate(() => {
    const element = document.activeElement;
    if (!element || element === document.body) return null;
    const is = (name: string): boolean => element.getAttribute(name) === 'true';
    return {
      role: element.getAttribute('role') ?? element.tagName.toLowerCase(),
      name: element.getAttribute('aria-label') ?? element.textContent ?? '',
      address: element.getAttribute('href'),
      settled: is('aria-checked') || is('aria-selected') || is('aria-current') || is('aria-disabled'),
    };
  });

/** All that Tab comes to, from the first to where it begins anew. */
async function reached(page: Page): Promise<Reached[]> {
  const all: Reached[] = [];
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  for (let i = 0; i < MOST; i++) {
    await page.keyboard.press('Tab');
    const next = await focused(page);
    if (!next || (all.length > 0 && next.name === all[0]!.name && next.role === all[0]!.role)) return all;
    all.push(next);
  }
  return all;
}

/** What is on a screen, seen or said, so that it can be told whether anything has changed. */
const shown = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const labels = [...document.querySelectorAll('[aria-label]')].map((element) => element.getAttribute('aria-label'));
    const signs = document.querySelectorAll(
      '[aria-checked=true], [aria-expanded=true], [aria-pressed=true], [role=dialog]',
    ).length;
    return `${window.location.href} ${document.body.innerText} ${labels.join()} ${signs}`;
  });

const PRESSED = ['button', 'radio', 'checkbox', 'tab'];

/** What of a screen has to be pressed: each thing once. */
function toPress(things: readonly Reached[]): Reached[] {
  const named = things.filter(({ role, settled }) => PRESSED.includes(role) && !settled);
  return [...new Map(named.map((thing) => [`${thing.role} ${thing.name}`, thing])).values()];
}

/** Presses Enter on a thing, and sees that something happens: on the screen, or as a file that comes or is asked for. */
async function expectToAct(page: Page, { role, name }: Reached, screen: string): Promise<void> {
  let file = false;
  const noteFile = (): void => {
    file = true;
  };
  page.once('download', noteFile);
  page.once('filechooser', noteFile);
  const before = await shown(page);
  await page
    .getByRole(role as 'button', { name, exact: true })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect.poll(async () => file || (await shown(page)) !== before, `${screen}: ${role} ${name}`).toBe(true);
}

/** Back on a screen that something may have led away from, or changed: by one step back where that is enough. */
async function comeBack(one: Device, screen: string, there: Locator): Promise<void> {
  const { page } = one;
  const isHere = (): boolean => new URL(page.url()).pathname === screen;
  if (!isHere()) await page.goBack();
  const comes = there.waitFor({ state: 'visible', timeout: 2_000 }).then(
    () => true,
    () => false,
  );
  if (!(await comes) || !isHere()) await one.open(screen);
}

/** Presses Enter on each thing of a screen, and on the last link of it: behind that lie all the others. */
async function expectAllToAct(one: Device, screen: string): Promise<void> {
  const { page } = one;
  await one.open(screen);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByText('Opening …')).toHaveCount(0);
  const things = await reached(page);
  expect(things.length, screen).toBeGreaterThan(3);
  const links = things.filter((thing) => thing.role === 'link' || thing.role === 'a');
  expect(links.filter(({ address }) => !address).map(({ name }) => `${screen}: ${name}`)).toEqual([]);
  const last = links.filter(({ address }) => !address!.startsWith('http') && address !== screen).at(-1);
  if (!last) return;
  for (const thing of toPress(things)) {
    await page.keyboard.press('Escape');
    const there = page.getByRole(thing.role as 'button', { name: thing.name, exact: true }).first();
    await comeBack(one, screen, there);
    await expect(there).toBeVisible();
    await expectToAct(page, thing, screen);
  }
  await one.open(screen);
  await page.getByRole('link', { name: last.name, exact: true }).last().focus();
  await page.keyboard.press('Enter');
  await expect
    .poll(() => new URL(page.url()).pathname + new URL(page.url()).search, `${screen}: ${last.name}`)
    .toBe(last.address);
}

const SCREENS = [
  ['Wren Abara', 'learner', '/now'],
  ['Wren Abara', 'learner', '/plan'],
  ['Wren Abara', 'learner', '/shelf'],
  ['Wren Abara', 'learner', '/our-class'],
  ['Wren Abara', 'learner', '/updates'],
  ['Mr Quell', 'teacher', '/to-review'],
  ['Mr Quell', 'teacher', '/activities'],
  ['Mr Quell', 'teacher', '/class'],
  ['Mr Quell', 'teacher', '/marks'],
  ['Mr Quell', 'teacher', '/updates'],
] as const;

for (const [who, role, screen] of SCREENS)
  test(`on a ${role}’s ${screen.slice(1)} each link has an address, and all there is acts on Enter`, async ({
    device,
  }) => {
    const one = await device({ viewport: WIDE });
    await one.as(who);
    await expectAllToAct(one, screen);
  });

test('on the desk every piece on the line opens by Enter', async ({ device, school }) => {
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  const { page } = quell;
  const line = page.getByRole('navigation', { name: 'The line' });
  await expect(line.getByRole('button').first()).toBeVisible();
  const count = await line.getByRole('button').count();
  for (let i = 0; i < Math.min(count, 3); i++) {
    const piece = line.getByRole('button').nth(count - 1 - i);
    await piece.focus();
    const before = await shown(page);
    await page.keyboard.press('Enter');
    await expect.poll(() => shown(page)).not.toBe(before);
  }
});

for (const [who, places, card] of [
  ['Wren Abara', ['Plan', 'Class', 'Now'], 'Colour the lantern room'],
  ['Ms Farrow', ['Class', 'Marks', 'Activities'], 'Colour the lantern room'],
] as const) {
  test(`Back leads ${who} where they came from, and each screen is read from its heading`, async ({ device }) => {
    const one = await device({ viewport: WIDE });
    await one.as(who);
    await one.open();
    const { page } = one;
    const heading = page.getByRole('heading', { level: 1 });
    const bar = page.getByRole('navigation', { name: 'Places' });
    for (const place of places) {
      await bar.getByRole('link', { name: place, exact: true }).focus();
      await page.keyboard.press('Enter');
      await expect(heading).toBeFocused();
    }
    const from = new URL(page.url()).pathname;
    await page.getByRole('link', { name: card }).first().focus();
    await page.keyboard.press('Enter');
    await expect.poll(() => new URL(page.url()).pathname).not.toBe(from);
    await expect(heading.first()).toBeFocused();
    await page.getByRole('button', { name: 'Back', exact: true }).click();
    await expect.poll(() => new URL(page.url()).pathname).toBe(from);
    await expect(heading).toBeFocused();
  });
}

test('a row of choices is one stop for Tab: arrows choose, Space presses', async ({ device }) => {
  const wren = await device({ viewport: WIDE });
  await wren.as('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page } = wren;
  const colours = page.getByRole('radiogroup', { name: 'Colour' });
  const chosen = colours.getByRole('radio', { checked: true });
  const first = await chosen.getAttribute('aria-label');
  await chosen.focus();
  await page.keyboard.press('ArrowRight');
  await expect(chosen).toBeFocused();
  await expect(chosen).not.toHaveAccessibleName(first!);
  await page.keyboard.press('ArrowLeft');
  await expect(chosen).toHaveAccessibleName(first!);
  await page.keyboard.press('End');
  await expect(colours.getByRole('radio').last()).toBeFocused();
  // The next Tab leaves the row, and the one back comes to what is chosen in it.
  await page.keyboard.press('Tab');
  await expect(colours.locator(':focus')).toHaveCount(0);
  await page.keyboard.press('Shift+Tab');
  await expect(chosen).toBeFocused();
});

test('words, a pin, and what is chosen need no pointer', async ({ device }) => {
  const wren = await device({ viewport: WIDE });
  await wren.as('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page, sheet } = { page: wren.page, sheet: wren.page.getByTestId('sheet') };
  await sheet.focus();
  const before = Number(await sheet.getAttribute('data-items'));
  await page.keyboard.press('6');
  await page.keyboard.press('Enter');
  await page.keyboard.type('A lamp');
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveAttribute('data-items', String(before + 1));
  await expect(sheet).toBeFocused();

  await page.keyboard.press('8');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByTestId('hand')).toBeVisible();
  await expect(page.getByTestId('hand').getByRole('status')).toHaveText(/per cent across, \d+ per cent down/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /note/i })).toBeFocused();
  await page.keyboard.type('Why is it red?');
  await expect(sheet).toHaveAttribute('data-items', String(before + 2));

  await sheet.focus();
  await page.keyboard.press('9');
  await page.keyboard.press('Shift+N');
  const frame = page.getByTestId('chosen');
  await expect(frame).toBeVisible();
  const { x } = (await frame.boundingBox())!;
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await frame.boundingBox())!.x).toBeGreaterThan(x);
  await page.keyboard.press('Delete');
  await expect(sheet).toHaveAttribute('data-items', String(before + 1));
});
