/** A device's own camera, as Chromium's stand-in for one. */
import { PHONE } from './chromium';
import { expect, test } from './school';

test('a camera that sees no sheet still takes a photo, as it is; what is dropped or pasted comes in too', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await expect(page.getByLabel('What the camera sees')).toBeVisible();
  await expect(page.getByText('Practice camera')).toHaveCount(0);
  await expect(page.getByText('Hold it over your paper')).toBeVisible();
  await expect
    .poll(() => page.getByLabel('What the camera sees').evaluate((video: HTMLVideoElement) => video.videoWidth))
    .toBeGreaterThan(0);
  // There are two; the one on the other side is looked through instead.
  const other = page.getByRole('button', { name: 'Use the camera on the other side' });
  const looksThrough = (): Promise<string> =>
    page
      .getByLabel('What the camera sees')
      .evaluate((video: HTMLVideoElement) => (video.srcObject as MediaStream).getVideoTracks()[0]!.id);
  const first = await looksThrough();
  await other.click();
  await expect.poll(() => looksThrough().catch(() => first)).not.toBe(first);
  await page.getByRole('button', { name: 'Take the photo', exact: true }).click();
  await expect(page.getByTestId('page-preview')).toHaveAttribute('data-look', 'photo');
  await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  await expect(page.getByRole('button', { name: 'Done 1 taken' })).toBeVisible();

  const bring = (kind: 'drop' | 'paste'): Promise<void> =>
    page.evaluate(async (how) => {
      const canvas = new OffscreenCanvas(300, 400);
      const context = canvas.getContext('2d')!;
      context.fillStyle = '#884C7E';
      context.fillRect(0, 0, 300, 400);
      const data = new DataTransfer();
      data.items.add(new File([await canvas.convertToBlob()], 'plum.png', { type: 'image/png' }));
      window.dispatchEvent(
        how === 'drop'
          ? new DragEvent('drop', { dataTransfer: data, cancelable: true })
          : new ClipboardEvent('paste', { clipboardData: data, cancelable: true }),
      );
    }, kind);
  for (const [kind, count] of [
    ['drop', 2],
    ['paste', 3],
  ] as const) {
    await bring(kind);
    await page.getByRole('button', { name: /Use it|Keep it/ }).click();
    await expect(page.getByRole('button', { name: `Done ${count} taken` })).toBeVisible();
  }
  // Leaving the view lets the camera go.
  await page.getByRole('button', { name: 'Done 3 taken' }).click();
  await expect(page.getByRole('button', { name: /^Page 3 of 3/ })).toBeVisible();
});

test('a camera with a light has a button for it, which says whether it is on', async ({ device, school }) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  // The stand-in of a camera has no light; this one says it has, and keeps what it is told.
  await page.addInitScript(() => {
    const track = MediaStreamTrack.prototype;
    const known = track.getCapabilities;
    track.getCapabilities = function () {
      return { ...known.call(this), torch: true } as MediaTrackCapabilities;
    };
    track.applyConstraints = (wish) =>
      Promise.resolve(void document.documentElement.setAttribute('data-light', JSON.stringify(wish?.advanced)));
  });
  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  const light = page.getByRole('button', { name: 'The camera’s light' });
  for (const on of [true, false]) {
    await light.click();
    await expect(light).toHaveAttribute('aria-pressed', String(on));
    await expect(page.locator('html')).toHaveAttribute('data-light', JSON.stringify([{ torch: on }]));
  }
});
