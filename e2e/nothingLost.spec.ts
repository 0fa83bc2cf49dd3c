/** Nothing is lost: to a killed browser, to a killed server, between two devices. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type WebSocketRoute } from '@playwright/test';
import { CHROMIUM, PHONE, WIDE } from './chromium';
import { Device } from './device';
import { expect, test } from './school';
import { SlowLine } from './slowLine';

function lives(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

const TITLE = 'In the tide pool';

test('a killed browser finds every stroke again, also those that never reached school, and the one under the pen', async ({
  school,
}) => {
  const profile = await mkdtemp(join(tmpdir(), 'lippet-browser-'));
  try {
    const start = async (): Promise<{ device: Device; kill: () => Promise<void> }> => {
      // A browser of its own with a profile on disk, found again by its process.
      const context = await chromium.launchPersistentContext(profile, { ...CHROMIUM, viewport: PHONE });
      const device = new Device(context.pages()[0]!, school);
      const session = await context.browser()!.newBrowserCDPSession();
      const { processInfo } = await session.send('SystemInfo.getProcessInfo');
      const pid = processInfo.find(({ type }) => type === 'browser')!.id;
      return {
        device,
        kill: async () => {
          process.kill(-pid, 'SIGKILL'); // with the processes of its pages: they are one group
          // Not the context's own word: that waits for pipes which the crash handler may hold open.
          await expect.poll(() => lives(pid)).toBe(false);
        },
      };
    };
    const first = await start();
    await first.device.as('Juno Pell');
    await first.device.openSheet(TITLE);
    const before = await first.device.strokesShown();
    for (const height of [0.2, 0.3, 0.4]) await first.device.draw(height);
    await expect(first.device.saveLine).toContainText('saved at school too');
    await school.kill();
    await expect(first.device.saveLine).toContainText('School can’t be reached');
    for (const height of [0.5, 0.6]) await first.device.draw(height);
    await first.device.expectStrokes(before + 5);
    await expect(first.device.saveLine).toContainText('saved on this device');
    // One more is still under the pen.
    const box = (await first.device.sheet.boundingBox())!;
    const { mouse } = first.device.page;
    await mouse.move(box.x + 60, box.y + box.height * 0.7);
    await mouse.down();
    const begun = Date.now();
    for (let x = 60; Date.now() - begun < 900; x += 2)
      await mouse.move(box.x + Math.min(x, 300), box.y + box.height * 0.7);
    await first.kill();
    expect((await school.strokes('Juno Pell', TITLE)).length).toBe(before + 3);

    await school.start();
    const second = await start();
    // The browser writes its cookies to disk at leisure, so she signs in again; what she drew is still on the device.
    await second.device.as('Juno Pell');
    await second.device.openSheet(TITLE);
    await second.device.expectStrokes(before + 6);
    await expect.poll(async () => (await school.strokes('Juno Pell', TITLE)).length).toBe(before + 6);
    // It is a step like the others, and comes back no second time.
    await second.device.page.reload();
    await second.device.expectStrokes(before + 6);
    await second.kill();
  } finally {
    await rm(profile, { recursive: true, force: true, maxRetries: 5 });
  }
});

test('a stroke that a full device refuses is never said to be saved, and is kept as soon as there is room', async ({
  device,
  school,
}) => {
  const juno = await device();
  await juno.as('Juno Pell');
  await juno.openSheet(TITLE);
  const before = await juno.strokesShown();
  await expect(juno.saveLine).toContainText('saved at school too');
  await school.kill();
  await expect(juno.saveLine).toContainText('School can’t be reached');
  // As a device that is full does: the write is begun, and undone.
  await juno.page.evaluate(() => {
    const add = IDBObjectStore.prototype.add;
    IDBObjectStore.prototype.add = function (...given: Parameters<typeof add>) {
      const asked = add.apply(this, given);
      this.transaction.abort();
      return asked;
    };
    (window as unknown as { makeRoom: () => void }).makeRoom = () => {
      IDBObjectStore.prototype.add = add;
    };
  });
  await juno.draw(0.5);
  await juno.expectStrokes(before + 1);
  await expect(juno.saveLine).toHaveText('not saved yet: this device has no room. Keep this page open');
  await juno.page.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
  await expect(juno.saveLine).toContainText('saved on this device. School can’t be reached');
  await school.start();
  await juno.page.reload();
  await juno.expectStrokes(before + 1);
  await expect.poll(async () => (await school.strokes('Juno Pell', TITLE)).length).toBe(before + 1);
});

test('a device that can’t keep anything says so, and the work goes to school all the same', async ({
  device,
  school,
}) => {
  const juno = await device();
  await juno.page.addInitScript(() => {
    const open = indexedDB.open.bind(indexedDB);
    // Never answered, as in some browsers' private windows.
    indexedDB.open = (name, version) =>
      name.includes('/piece:') ? (new EventTarget() as unknown as IDBOpenDBRequest) : open(name, version);
  });
  await juno.as('Juno Pell');
  await juno.open(`/activity/${await school.activityId(TITLE)}`);
  await expect(juno.saveLine).toHaveText('saved at school', { timeout: 20_000 });
  const before = await juno.strokesShown();
  await juno.draw(0.5);
  await juno.expectStrokes(before + 1);
  await expect(juno.saveLine).toHaveText('saved at school');
  await expect.poll(async () => (await school.strokes('Juno Pell', TITLE)).length).toBe(before + 1);
});

test('on a shared device nothing of who has left is there for the next, and what school does not have waits for its owner', async ({
  school,
  device,
}) => {
  const shared = await device();
  const { page } = shared;
  const lines: WebSocketRoute[] = [];
  let cut = false;
  await page.routeWebSocket(/\/sync$/, async (line) => {
    if (cut) return line.close();
    lines.push(line);
    line.connectToServer();
  });
  const copies = (): Promise<string[]> =>
    page.evaluate(async () =>
      (await indexedDB.databases()).flatMap(({ name }) => (name?.includes('piece:') ? [name] : [])),
    );
  const [SAFE, UNSAFE] = ['The island ferry', 'Draw your own flag'];
  await shared.as('Amos Reddy');
  await shared.openSheet(SAFE);
  await shared.draw(0.4);
  await expect(shared.saveLine).toContainText('saved at school too');
  await shared.openSheet(UNSAFE);
  const before = await shared.strokesShown();
  cut = true;
  for (const line of lines) await line.close();
  await expect(shared.saveLine).toContainText('School can’t be reached');
  await shared.draw(0.5);
  await expect(shared.saveLine).toContainText('saved on this device');
  expect(await copies()).toHaveLength(2);

  await shared.open('/me');
  await page.getByRole('button', { name: 'Change person' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  // The line is cut for both: neither is known for certain to be at school.
  expect(await copies()).toHaveLength(2);

  await shared.as('Saffi Lund');
  cut = false;
  await shared.openSheet(UNSAFE);
  await shared.expectStrokes(0);
  await shared.open('/me');
  await page.getByRole('button', { name: 'Change person' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  // Hers is at school, and gone from here; his are not hers to take away.
  expect(await copies()).toHaveLength(2);

  await shared.as('Amos Reddy');
  await shared.openSheet(UNSAFE);
  await shared.expectStrokes(before + 1);
  await expect.poll(async () => (await school.strokes('Amos Reddy', UNSAFE)).length).toBe(before + 1);
  await shared.open('/me');
  await page.getByRole('button', { name: 'Change person' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  expect(await copies()).toEqual([]);
});

test('a server killed in the middle of drawing leaves every stroke on both sides', async ({ school, device }) => {
  const kit = await device();
  await kit.as('Amos Reddy');
  await kit.openSheet('The island ferry');
  for (let i = 0; i < 12; i++) {
    await kit.draw(0.15 + i * 0.06);
    if (i === 4) await school.kill();
    if (i === 8) await school.start();
  }
  await kit.expectStrokes(12);
  await expect(kit.saveLine).toContainText('saved at school too', { timeout: 20_000 });
  expect((await school.strokes('Amos Reddy', 'The island ferry')).length).toBe(12);
  await kit.page.reload();
  await kit.expectStrokes(12);
});

test('"saved at school too" is true at once: what it says survives the server’s death', async ({ school, device }) => {
  const saffi = await device();
  await saffi.as('Saffi Lund');
  await saffi.openSheet('The island ferry');
  for (let i = 1; i <= 4; i++) {
    await saffi.draw(0.2 + i * 0.1);
    await saffi.expectStrokes(i);
    await expect(saffi.saveLine).toContainText('saved at school too');
    await school.kill();
    expect((await school.strokes('Saffi Lund', 'The island ferry')).length).toBe(i);
    await school.start();
    await expect(saffi.saveLine).toContainText('saved at school too', { timeout: 20_000 });
  }
});

test('two devices draw in the same piece at once, and both have all of it', async ({ school, device }) => {
  const [tablet, phone] = [await device({ viewport: WIDE }), await device()];
  for (const device of [tablet, phone]) {
    await device.as('Bryony Tull');
    await device.openSheet('The island ferry');
  }
  await Promise.all([
    (async () => {
      for (const height of [0.2, 0.3, 0.4, 0.5]) await tablet.draw(height);
    })(),
    (async () => {
      for (const height of [0.55, 0.65, 0.75]) await phone.draw(height);
    })(),
  ]);
  await tablet.expectStrokes(7);
  await phone.expectStrokes(7);
  await expect(tablet.saveLine).toContainText('saved at school too');
  expect((await school.strokes('Bryony Tull', 'The island ferry')).length).toBe(7);
  // A device that was away draws on, and what both did comes together.
  await phone.page.context().setOffline(true);
  await phone.draw(0.85);
  await tablet.draw(0.6);
  await phone.page.context().setOffline(false);
  await phone.expectStrokes(9);
  await tablet.expectStrokes(9);
});

test('what was sent without a network goes by itself at the next start, once', async ({ browser, school }) => {
  const line = await SlowLine.to(school, 20e6);
  const context = await browser.newContext({ viewport: PHONE, reducedMotion: 'reduce' });
  const kit = new Device(await context.newPage(), line.school(school));
  const { page } = kit;
  await kit.asLearner('Kit Marchetti');
  await page
    .getByRole('link', { name: /^The island ferry/ })
    .first()
    .click();
  await expect(kit.saveLine).toContainText('saved at school too');
  await kit.draw(0.4);
  await expect(kit.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  line.cut();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByText('It goes by itself as soon as it can, also when you leave this page.')).toBeVisible({
    timeout: 30_000,
  });
  // In the list, too, it waits: nobody has to send it again.
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('link', { name: /^The island ferry.*Waits to go$/ })).toBeVisible();
  await page.goto('about:blank');
  expect(
    await school.query(
      'SELECT 1 FROM submissions s JOIN activities a ON a.title = $1 JOIN pieces p ON p.id = s.piece_id AND p.activity_id = a.id',
      ['The island ferry'],
    ),
  ).toEqual([]);
  line.mend();
  await kit.open('/now');
  await expect(page.getByText('The island ferry has gone to Ms Farrow.')).toBeVisible({ timeout: 30_000 });
  const goes = await school.query(
    'SELECT s.go FROM submissions s JOIN activities a ON a.title = $1 JOIN pieces p ON p.id = s.piece_id AND p.activity_id = a.id',
    ['The island ferry'],
  );
  expect(goes).toEqual([{ go: 1 }]);
  // It is told once; and what has gone is not sent again.
  await page.reload();
  await expect(page.getByRole('link', { name: /^The island ferry. With teacher/ })).toBeVisible();
  await expect(page.getByText(/has gone to/)).toHaveCount(0);
  await context.close();
  await line.close();
});
