/** How the interface arrives: small, kept for good where its name allows, and all from here. */
import { request as httpRequest } from 'node:http';
import { expect, test } from './school';

interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  length: number;
}

/** A plain request, without a client that unpacks what it gets. */
const fetchRaw = (url: string, accept: string): Promise<Answer> =>
  new Promise((resolve, reject) => {
    httpRequest(url, { headers: { 'accept-encoding': accept } }, (response) => {
      let length = 0;
      response.on('data', (chunk: Buffer) => (length += chunk.length));
      response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, length }));
    })
      .on('error', reject)
      .end();
  });

test('comes compressed ahead, hashed files for good, late chunks late', async ({ school, device }) => {
  const html = await (await fetch(school.url)).text();
  const scripts = [...html.matchAll(/src="([^"]+\.js)"/g)].map(([, path]) => school.url + path!);
  expect(scripts.length).toBeGreaterThan(0);
  let [unpacked, packed] = [0, 0];
  for (const script of scripts) {
    const [plain, gzip, brotli] = [
      await fetchRaw(script, 'identity'),
      await fetchRaw(script, 'gzip'),
      await fetchRaw(script, 'gzip, br'),
    ];
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect([gzip.headers['content-encoding'], brotli.headers['content-encoding']]).toEqual(['gzip', 'br']);
    expect(brotli.length).toBeLessThan(gzip.length);
    [unpacked, packed] = [unpacked + plain.length, packed + gzip.length];
    expect(brotli.headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(brotli.headers['content-type']).toMatch(/javascript/);
  }
  expect(packed).toBeLessThan(unpacked / 2.5);
  expect((await fetchRaw(school.url, 'br')).headers['cache-control']).toBe('no-cache');
  expect((await fetchRaw(`${school.url}/activity/anything`, 'br')).status).toBe(200);
  expect((await fetchRaw(`${school.url}/no-such.js`, 'br')).status).toBe(404);
  expect((await fetchRaw(`${school.url}/../../package.json`, 'br')).status).toBe(404);

  // It can be installed: the manifest and its icons are there, and it starts at Now.
  const manifest = (await (await fetch(`${school.url}/manifest.json`)).json()) as {
    start_url: string;
    icons: { src: string; type: string }[];
  };
  expect([manifest.start_url, html.includes('rel="manifest"')]).toEqual(['/now', true]);
  for (const { src, type } of manifest.icons) {
    const icon = await fetchRaw(school.url + src, 'identity');
    expect([icon.status, icon.headers['content-type']]).toEqual([200, expect.stringContaining(type)]);
  }

  // The sheet's code is not among the first screen's, and comes when a sheet is opened.
  const amos = await device();
  const loaded: string[] = [];
  amos.page.on('response', (response) => loaded.push(new URL(response.url()).pathname));
  await amos.open();
  await expect(amos.page.getByRole('textbox', { name: 'Group code' })).toBeVisible();
  // What waits to be sent is looked for once somebody is signed in: that may bring it before a sheet does.
  expect(loaded.filter((path) => path.includes('lateScreens-'))).toEqual([]);
  await amos.asLearner('Amos Reddy');
  await amos.page.getByRole('link', { name: /^The island ferry/ }).click();
  await expect(amos.sheet).toBeVisible();
  expect(loaded.filter((path) => path.includes('lateScreens-'))).toHaveLength(1);
  const fonts = loaded.filter((path) => path.endsWith('.woff2'));
  expect(fonts.length).toBeGreaterThanOrEqual(3);
  expect(fonts.every((path) => path.startsWith('/fonts/'))).toBe(true);
  expect((await fetchRaw(school.url + fonts[0]!, 'br')).headers['cache-control']).toContain('immutable');
});

test('keeps motion still for whoever asks for that', async ({ device }) => {
  const amos = await device({ reducedMotion: 'reduce' });
  await amos.as('Amos Reddy');
  await amos.openSheet('Three knots');
  const moving = await amos.page.evaluate(
    () =>
      [...document.querySelectorAll('*')]
        .map((element) => getComputedStyle(element))
        .filter(({ transitionDuration, animationDuration }) =>
          [...transitionDuration.split(','), ...animationDuration.split(',')].some((time) => parseFloat(time) > 0.001),
        ).length,
  );
  expect(moving).toBe(0);
});

test('tells a teacher on a phone the same as on a wide view, and answers there', async ({ school, device }) => {
  const farrow = await device();
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('In the tide pool')}`);
  await expect(farrow.sheet).toBeVisible();
  const { page } = farrow;
  await expect(farrow.saveLine).toContainText('saved at school too');
  const before = await farrow.strokesShown();
  await farrow.draw(0.5);
  await farrow.expectStrokes(before + 1);
  await page.getByRole('button', { name: 'Answer' }).click();
  await page.getByRole('textbox', { name: /^Note to/ }).fill('A good crab');
  await page.getByRole('button', { name: /^Finished/ }).click();
  await expect(page.getByRole('button', { name: /\. Finished, finished/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('link', { name: /^In the tide pool\. 1 to look at/ })).toBeVisible();
});
