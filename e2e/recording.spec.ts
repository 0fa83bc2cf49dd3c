/** Sound and film, from the recorder to the desk, on a machine that has neither microphone nor camera. */
import { join } from 'node:path';
import { stat, writeFile } from 'node:fs/promises';
import { writeWav } from '@lippet/core/sound/wav';
import { makeQuay, makeVoice } from '@lippet/demo/sounds';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { Device } from './device';
import { expect, test } from './school';
import { SlowLine } from './slowLine';

async function openActivity(
  device: Device,
  school: { activityId(title: string): Promise<string> },
  title: string,
): Promise<void> {
  await device.open(`/activity/${await school.activityId(title)}`);
  await expect(device.saveLine).toContainText('saved at school too');
}

/** Records until the clock shows at least so many seconds. */
async function record({ page }: Device, seconds: number): Promise<void> {
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(new RegExp(`^0:0[${seconds}-9] of`), { timeout: 20_000 });
}

/** Whether a player really plays: its time goes on. */
async function expectPlays({ page }: Device, label: string | RegExp): Promise<void> {
  const media = page.getByTestId('take-player').locator('audio, video').first();
  await page.getByRole('button', { name: label }).click();
  await expect
    .poll(() => media.evaluate((element: HTMLMediaElement) => element.currentTime), { timeout: 20_000 })
    .toBeGreaterThan(0.3);
}

test('what is heard on the quay is recorded, cut, named, taken again, chosen and sent; the teacher pins a note to a moment', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, 'Quay sounds');
  await expectAccessible(page, 'a part to record');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText('Practice microphone')).toBeVisible();
  await expect(page.getByTestId('recorded')).toHaveText('Up to 1 minute');
  await record(tamsin, 2);
  await expect
    .poll(async () => Number(await page.getByTestId('level').getAttribute('data-level')))
    .toBeGreaterThan(0.3);
  await expectAccessible(page, 'recording');
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(/^Paused, 0:\d\d of 1:00$/);
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Done' }).click();

  await expect(page.getByRole('heading', { name: 'Listen to it' })).toBeVisible();
  const [moment, begins] = [page.getByTestId('moment'), page.getByRole('slider', { name: 'Begins at' })];
  const length = Number(await moment.getAttribute('aria-valuemax'));
  await begins.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => Number(await moment.getAttribute('aria-valuemax'))).toBeCloseTo(length - 1, 1);
  await page.getByRole('textbox', { name: 'I hear …' }).fill('a robot at sea');
  await expectAccessible(page, 'a recording to listen to');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('I hear a robot at sea')).toBeVisible();

  // A second take is the one that goes, until the first is chosen again.
  await page.getByRole('button', { name: 'Another take' }).click();
  await record(tamsin, 1);
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  const [first, second] = [page.getByRole('group', { name: 'Take 1' }), page.getByRole('group', { name: 'Take 2' })];
  await expect(second.getByRole('button', { name: 'This one goes' })).toBeVisible();
  await first.getByRole('button', { name: 'Send this one' }).click();
  await expect(first.getByRole('button', { name: 'This one goes' })).toBeVisible();
  await second.getByRole('button', { name: 'Delete take 2' }).click();
  await expect(second).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(second).toBeVisible();
  await expectAccessible(page, 'takes');
  const copy = page.waitForEvent('download');
  await first.getByRole('button', { name: 'Keep a copy of take 1' }).click();
  expect((await copy).suggestedFilename()).toBe('I hear a robot at sea.wav');

  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('button', { name: /^The quay: A recording, 0:\d\d\. Go there$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible({ timeout: 20_000 });

  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Tamsin Oke'");
  await quell.open(`/review/${await school.activityId('Quay sounds')}?person=${learner!.id}`);
  await expect(quell.page.getByRole('heading', { name: 'I hear a robot at sea' })).toBeVisible();
  await expectPlays(quell, 'Play I hear a robot at sea');
  await quell.page.getByRole('slider', { name: /^Moment of/ }).press('Home');
  await quell.page.getByRole('slider', { name: /^Moment of/ }).press('ArrowRight');
  await quell.page.getByRole('button', { name: /^Pin a note at 0:0/ }).click();
  await quell.page.getByRole('textbox', { name: /^Note 1, at 0:0/ }).fill('I like this bit.');
  await quell.page.getByRole('button', { name: 'Say a note' }).click();
  await expect(quell.page.getByRole('timer')).toHaveText(/^0:(?!00)\d\d/, { timeout: 20_000 });
  await quell.page.getByRole('button', { name: 'That is it' }).click();
  await expect(quell.page.getByRole('button', { name: 'Hear note 2' })).toBeVisible();
  await expectAccessible(quell.page, 'a sound on the desk');
  // It is heard here at once, and on its way to school.
  const voices = (): Promise<{ id: string }[]> =>
    school.query(
      "SELECT m.id FROM media m JOIN people p ON p.id = m.owner_id WHERE p.name = 'Mr Quell' AND m.kind = 'sound'",
    );
  await expect.poll(async () => (await voices()).length, { timeout: 20_000 }).toBe(1);
  const [voice] = await voices();
  const heard = (): Promise<number> =>
    page.evaluate(async (id) => (await fetch(`/api/media/${id}/about`)).status, voice!.id);
  expect(await heard()).toBe(404); // nothing of a review is the learner's before it is released
  const notes = quell.page.waitForEvent('download');
  await quell.page.getByRole('button', { name: 'Save the notes as WebVTT' }).click();
  expect((await notes).suggestedFilename()).toBe('I hear a robot at sea.vtt');
  await quell.page.getByRole('button', { name: 'Another go', exact: true }).click();
  // The desk goes on to the next piece that waits, once this one is answered.
  await expect(quell.page.getByRole('heading', { name: 'Nell Garrick' })).toBeVisible();

  await tamsin.open('/updates');
  await page.getByText('asks for another go: Quay sounds').click();
  await expect(page.getByText('I like this bit.')).toBeVisible();
  expect(await heard()).toBe(200);
  await page.getByRole('button', { name: 'Hear note 2' }).click();
  await expect(page.getByRole('button', { name: 'Pause note 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Do another go' }).click();
  // The take that was not chosen never left the draft: it is still there to go on with.
  await expect(page.getByRole('group', { name: 'Take 2' })).toBeVisible();
});

test('a recording from a file is judged; a quiet one is made louder; what is no recording gets a sentence', async ({
  device,
  school,
}, testInfo) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  const file = async (name: string, content: Uint8Array | string): Promise<string> => {
    await writeFile(testInfo.outputPath(name), content);
    return testInfo.outputPath(name);
  };
  const choose = async (path: string): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Take it from files' }).click();
    await (await chooser).setFiles(path);
  };
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, 'Quay sounds');
  await page.getByRole('button', { name: 'Record it' }).click();
  await choose(await file('letter.mp3', 'Dear Mr Quell, I have no sound.'));
  await expect(page.getByRole('alert')).toContainText('is no sound or film that can be played here');
  await choose(await file('nothing.wav', ''));
  await expect(page.getByRole('alert')).toContainText('That file is empty.');
  await choose(await file('far-away.wav', writeWav(makeVoice(3, 3, 0.02))));
  await expect(page.getByRole('alert')).toContainText('It is very quiet');
  await page.getByRole('button', { name: 'Make it louder' }).click();
  await expect(page.getByRole('button', { name: 'Louder now. As it was?' })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(tamsin.saveLine).toContainText('saved at school too', { timeout: 20_000 });
  // What is played is the louder one; the recording as it was lies beside it.
  await expect
    .poll(
      async () =>
        (
          await school.query<{ loudness: number | null }>(
            `SELECT m.loudness FROM media m JOIN people p ON p.id = m.owner_id WHERE p.name = 'Tamsin Oke'
              AND m.state = 'ready' ORDER BY m.loudness`,
          )
        ).map(({ loudness }) => Math.round(loudness ?? 0)),
      { timeout: 20_000 },
    )
    .toEqual([expect.any(Number), -16]);
});

test('any part can be answered with a voice, and the teacher sees that it was', async ({ device, school }) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await tamsin.openSheet('Quay sketch');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Answer with your voice' }).click();
  await record(tamsin, 1);
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible({ timeout: 20_000 });
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Tamsin Oke'");
  await quell.open(`/review/${await school.activityId('Quay sketch')}?person=${learner!.id}`);
  await expect(quell.page.getByText(/^Answered with a recording/)).toBeVisible();
  await expect(quell.sheet).toBeVisible();
});

test('a note that is still being said goes along, is heard on the receipt, and is there again once it is taken back', async ({
  device,
}) => {
  const amos = await device();
  await amos.as('Amos Reddy');
  await amos.openSheet('Draw your own flag');
  await amos.draw(0.4);
  const { page } = amos;
  const toSend = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Ready to send?' })).toBeVisible();
  };
  await toSend();
  await page.getByRole('radio', { name: 'Hard' }).click();
  await page.getByRole('button', { name: 'Say a note' }).click();
  await expect(page.getByRole('timer')).toHaveText(/^0:(?!00)\d\d/, { timeout: 20_000 });
  await page.getByRole('button', { name: /^Send to/ }).click();
  const question = page.getByRole('dialog', { name: 'Your note is not finished' });
  await expectAccessible(page, 'a note that is not finished');
  await question.getByRole('button', { name: 'Go on speaking' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: /^Send to/ }).click();
  await question.getByRole('button', { name: 'End it and send' }).click();
  await expect(page.getByRole('heading', { name: /^With / })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('button', { name: 'Hear what you said with it' })).toBeVisible();
  await expect(page.getByText('Hard', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Back to Now' }).click();

  // Taken back on another device, all that was said with it is there to be sent again.
  const tablet = await device();
  await tablet.as('Amos Reddy');
  await tablet.openSheet('Draw your own flag');
  await tablet.page.getByRole('button', { name: 'Take it back' }).click();
  await tablet.page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(tablet.page.getByRole('radio', { name: 'Hard' })).toBeChecked();
  await expect(tablet.page.getByRole('button', { name: 'Hear what you said' })).toBeVisible();
});

test('a large recording goes on where it stopped, after a cut network, a reload and a killed server; sending waits for it', async ({
  browser,
  school,
}, testInfo) => {
  const line = await SlowLine.to(school, 20e6);
  const context = await browser.newContext({ viewport: PHONE, reducedMotion: 'reduce' });
  const tamsin = new Device(await context.newPage(), line.school(school));
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, 'Quay sounds');
  const path = testInfo.outputPath('quay.wav');
  await writeFile(path, writeWav(makeQuay(5, 58)));
  /** Where each further part of the file began: nothing of what has come is sent again. */
  const offsets: number[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PATCH') offsets.push(Number(request.headers()['upload-offset']));
  });
  const arrives = (percent: number): Promise<void> =>
    expect
      .poll(async () => Number(/(\d+)%/.exec((await tamsin.saveLine.textContent()) ?? '')?.[1] ?? 0), {
        timeout: 30_000,
      })
      .toBeGreaterThan(percent);
  const goesOn = async (times: number): Promise<void> => {
    await expect.poll(() => offsets.length, { timeout: 30_000 }).toBeGreaterThanOrEqual(times);
    expect(offsets.at(-1)).toBeGreaterThan(offsets.at(-2) ?? 0);
  };
  await page.getByRole('button', { name: 'Record it' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Take it from files' }).click();
  await (await chooser).setFiles(path);
  await expect(page.getByRole('heading', { name: 'Listen to it' })).toBeVisible();
  line.rate = 250_000;
  await page.getByRole('button', { name: 'Keep it' }).click();
  // What the browser calls sent may still lie in buffers: the line is cut once some of it is at school. Its folder is
  // looked into, because to ask how far it is, as the protocol has it, ends the request that brings it.
  const atSchool = async (): Promise<number> => {
    const [upload] = await school.query<{ id: string }>('SELECT id FROM uploads');
    return upload
      ? stat(join(import.meta.dirname, '..', '.lippet', 'files', 'arriving', upload.id)).then(
          ({ size }) => size,
          () => 0,
        )
      : 0;
  };
  await expect.poll(atSchool, { timeout: 30_000 }).toBeGreaterThan(100_000);
  // It goes on its way while the learner goes on: the take is there to be heard.
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
  line.cut();
  await expect(tamsin.saveLine).toContainText('can’t be reached');
  line.mend();
  await goesOn(1);

  await arrives(30);
  line.rate = 20e6;
  await page.reload();
  line.rate = 250_000;
  await goesOn(2);

  await arrives(50);
  await school.kill();
  await school.start();
  await goesOn(3);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByText(/^Waiting for a file on its way to school/)).toBeVisible();
  line.rate = 20e6;
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible({ timeout: 60_000 });
  const kept = await school.query<{ size: number }>(
    "SELECT m.size::int AS size FROM media m JOIN people p ON p.id = m.owner_id WHERE p.name = 'Tamsin Oke' AND m.kind = 'sound'",
  );
  expect(kept).toEqual([{ size: 58 * 96_000 + 44 }]);
  tamsin.expectCalm();
  await context.close();
  await line.close();
});
