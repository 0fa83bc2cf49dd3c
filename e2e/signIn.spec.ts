import { expectAccessible } from './accessible';
import { WIDE } from './chromium';
import { expect, test } from './school';

test('a child signs in by pictures, the device remembers the group, and another takes over in two taps', async ({
  device,
}) => {
  const shared = await device();
  const { page } = shared;
  await shared.open();
  await page.getByRole('textbox', { name: 'Group code' }).fill('NOSUCH');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText('No group has that code.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Group code' }).fill('sand-42');
  await page.getByRole('button', { name: 'Go on' }).click();
  // Who can't read yet hears the names, before being signed in.
  const heard = page.waitForResponse((response) => /\/api\/speech\/[0-9a-f]+$/.test(response.url()));
  await page.getByRole('button', { name: 'Hear Isla Okpara' }).click();
  expect((await heard).headers()['content-type']).toBe('audio/wav');
  await page.getByRole('button', { name: 'Isla Okpara', exact: true }).click();
  const moon = page.getByRole('button', { name: 'moon', exact: true });
  const before = await moon.boundingBox();
  for (const picture of ['kite', 'kite', 'kite'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText('Those are not your pictures. Have another look.');
  // The pictures stay where the fingers know them.
  expect(await moon.boundingBox()).toEqual(before);
  for (const picture of ['key', 'kettle', 'kite'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await shared.expectNowOf('Isla Okpara');

  await page.getByRole('link', { name: 'You: Isla Okpara' }).click();
  await page.getByRole('button', { name: 'Change person' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  await page.getByRole('button', { name: 'Amos Reddy', exact: true }).click();
  for (const picture of ['kettle', 'ladder', 'leaf'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await shared.expectNowOf('Amos Reddy');
});

test('a screen that comes late comes by itself once school is back', async ({ school, device }) => {
  const own = await device();
  const { page } = own;
  await own.as('Nell Garrick');
  // School goes down while the first screen is there and nothing of what comes late.
  await page.route(/lateScreens-|api\/health/, (route) => route.abort());
  const notGot = page.waitForEvent('requestfailed', (request) => request.url().includes('lateScreens-'));
  await own.open('/our-class');
  await notGot;
  await school.kill();
  await page.unrouteAll();
  await expect(page.getByRole('heading', { name: 'Notices' })).toHaveCount(0);
  await school.start();
  await expect(page.getByRole('heading', { name: 'Notices' })).toBeVisible({ timeout: 20_000 });
});

test('wrong tries slow down and say how long to wait; the session outlives the server', async ({ school, device }) => {
  const own = await device();
  const { page } = own;
  await own.open();
  await page.getByRole('button', { name: 'I sign in with a name' }).click();
  await page.getByRole('textbox', { name: 'Sign-in name' }).fill('nell.garrick');
  for (let i = 0; i < 6; i++) {
    await page.getByRole('textbox', { name: 'Password' }).fill('a guess');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeEnabled();
  }
  await expect(page.getByText(/Too many wrong tries\. Wait \d+ seconds/)).toBeVisible();
  await school.query("UPDATE sign_in_attempts SET at = at - interval '1 day'");
  await page.getByRole('textbox', { name: 'Password' }).fill('puffin-9');
  await page.getByRole('checkbox', { name: /Keep me signed in/ }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await own.expectNowOf('Nell Garrick');
  // What a screen loads late has come.
  await page.waitForLoadState('networkidle');
  await school.kill();
  await school.start();
  await page.reload();
  await own.expectNowOf('Nell Garrick');
  const kept = (await page.context().cookies()).find(({ name }) => name === 'lippet_session')!;
  expect(kept).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
  expect(kept.expires).toBeGreaterThan(Date.now() / 1000 + 80 * 86_400);
  await page.getByRole('link', { name: /^You:/ }).click();
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  // The question keeps the focus, and Escape takes it back to where one was.
  for (let i = 0; i < 5; i++) {
    await page.keyboard.press('Tab');
    expect(await page.evaluate(() => document.activeElement?.closest('[role="dialog"]') !== null)).toBe(true);
  }
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Sign out everywhere' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByRole('heading', { name: 'Which group is this?' })).toBeVisible();
  expect(
    await school.query("SELECT 1 FROM sessions s JOIN people p ON p.id = s.person_id WHERE p.name = 'Nell Garrick'"),
  ).toEqual([]);
});

test('every screen passes axe, phone and wide', async ({ school, device }) => {
  test.setTimeout(180_000);
  const check = expectAccessible;
  for (const viewport of [undefined, WIDE]) {
    const options = viewport ? { viewport } : {};
    const wren = await device(options);
    await wren.open();
    await wren.page.getByRole('textbox', { name: 'Group code' }).waitFor();
    await check(wren.page, 'code');
    await wren.page.getByRole('textbox', { name: 'Group code' }).fill('SAND42');
    await wren.page.getByRole('button', { name: 'Go on' }).click();
    await wren.page.getByRole('button', { name: 'Wren Abara', exact: true }).waitFor();
    await check(wren.page, 'names');
    await wren.page.getByRole('button', { name: 'Wren Abara', exact: true }).click();
    await check(wren.page, 'picture key');
    for (const picture of ['kite', 'bell', 'moon'])
      await wren.page.getByRole('button', { name: picture, exact: true }).click();
    await wren.expectNowOf('Wren Abara');
    await check(wren.page, 'now');
    for (const path of ['/shelf', '/updates', '/me']) {
      await wren.open(path);
      await wren.page.getByRole('heading', { level: 1 }).waitFor();
      await check(wren.page, path);
    }
    await wren.openSheet('Colour the lantern room');
    await check(wren.page, 'sheet');
    await wren.page.getByRole('button', { name: 'Send' }).click();
    await wren.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
    await wren.page.getByRole('dialog').getByText('The keeper: still empty').waitFor();
    await check(wren.page, 'ready to send');
    await wren.open('/updates');
    await wren.page
      .getByRole('link', { name: /Three knots/ })
      .first()
      .click();
    await wren.sheet.waitFor();
    await check(wren.page, 'feedback');
    const farrow = await device(options);
    await farrow.open();
    await farrow.page.getByRole('button', { name: 'I sign in with a name' }).click();
    await farrow.page.getByRole('textbox', { name: 'Password' }).waitFor();
    await check(farrow.page, 'password');
    await farrow.asTeacher('Ms Farrow');
    await check(farrow.page, 'to review');
    await farrow.open('/class');
    await farrow.page.getByText('SAND42').waitFor();
    await check(farrow.page, 'class');
    await farrow.open(`/review/${await school.activityId('Three knots')}`);
    await farrow.sheet.waitFor();
    await check(farrow.page, 'review desk');
  }
});
