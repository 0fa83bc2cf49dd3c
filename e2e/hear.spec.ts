/** What is to be read can be heard, the spoken word marked; without a voice on the device, school makes one. */
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { expect, test } from './school';

test('the task is heard, each word marked as it is said, and silent when one leaves', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  // Speech of the device itself is another path: here it has none, as many school tablets.
  await page.addInitScript(() => Object.defineProperty(window.speechSynthesis, 'getVoices', { value: () => [] }));
  await page.addInitScript(() => {
    const sounds: HTMLAudioElement[] = [];
    const { Audio } = window;
    Object.assign(window, {
      sounds,
      Audio: function (address: string) {
        const sound = new Audio(address);
        sounds.push(sound);
        return sound;
      },
    });
  });
  await wren.openSheet('Colour the lantern room');
  // One tap beside the task says it while one draws on; in the task as a whole each word is marked.
  await page.getByRole('button', { name: 'Hear the task' }).click();
  await expect(page.getByRole('button', { name: 'Stop the task' })).toBeVisible();
  const before = Number(await wren.sheet.getAttribute('data-strokes'));
  await wren.draw(0.4);
  await wren.expectStrokes(before + 1);
  // Left, it is silent.
  const sounding = (): Promise<boolean> =>
    page.evaluate(() => (window as unknown as { sounds: HTMLAudioElement[] }).sounds.some((sound) => !sound.paused));
  await expect.poll(sounding).toBe(true);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect.poll(sounding).toBe(false);
  await wren.openSheet('Colour the lantern room');
  await page.getByRole('button', { name: /^All of the task/ }).click();
  await page.getByRole('button', { name: 'Hear the task' }).click();
  const word = page.getByTestId('spoken-word');
  await expect(word).toBeVisible({ timeout: 20_000 });
  const heard = new Set<string>();
  await expect
    .poll(async () => heard.add((await word.textContent({ timeout: 5_000 }).catch(() => null)) ?? '').size, {
      timeout: 20_000,
    })
    .toBeGreaterThan(3);
  await expectAccessible(page, 'hearing the task');
  await page.getByRole('button', { name: 'Stop the task' }).click();
  await expect(word).toHaveCount(0);

  // Larger letters, as one chose.
  const size = (): Promise<number> =>
    page
      .getByText('Make the lamp shine out to sea.', { exact: false })
      .last()
      .evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
  const small = await size();
  await wren.open('/me');
  await page.getByRole('radio', { name: 'Largest' }).click();
  await page.getByRole('radio', { name: 'Slowly' }).click();
  await expectAccessible(page, 'reading and hearing');
  await wren.openSheet('Colour the lantern room');
  await page.getByRole('button', { name: /^All of the task/ }).click();
  expect(await size()).toBeCloseTo(small * 2, 0);
});

test('a voice of the device says it where there is one: nothing goes to school for that', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  const { page } = wren;
  // A stand-in for a device's voice: it says a word whenever it is told to go on.
  await page.addInitScript(() => {
    interface Said {
      text: string;
      rate: number;
      voice: { name: string };
      onstart: () => void;
      onboundary: (event: { charIndex: number }) => void;
      onend: () => void;
    }
    const voices = [
      { name: 'Far away', lang: 'en-GB', localService: false },
      { name: 'Muschel', lang: 'de-DE', localService: true },
      { name: 'Shell', lang: 'en-GB', localService: true },
    ];
    Object.assign(window, {
      SpeechSynthesisUtterance: class {
        constructor(readonly text: string) {}
      },
    });
    Object.defineProperty(window, 'speechSynthesis', {
      value: {
        getVoices: () => voices,
        speak: (utterance: Said) => {
          const starts = [...utterance.text.matchAll(/\S+/g)].map(({ index }) => index);
          utterance.onstart();
          Object.assign(window, {
            voice: utterance.voice.name,
            rate: utterance.rate,
            sayWord: () =>
              starts.length > 0 ? utterance.onboundary({ charIndex: starts.shift()! }) : utterance.onend(),
          });
        },
        cancel: () => Object.assign(window, { sayWord: null }),
      },
    });
  });
  await wren.asLearner('Wren Abara');
  const made: string[] = [];
  page.on('request', (request) => request.url().endsWith('/api/speech') && made.push(request.url()));
  await wren.openSheet('Colour the lantern room');
  await page.getByRole('button', { name: /^All of the task/ }).click();
  await page.getByRole('button', { name: 'Hear the task' }).click();
  const sayWord = (): Promise<void> => page.evaluate(() => (window as unknown as { sayWord: () => void }).sayWord());
  const words = (await page.getByTestId('spoken').first().textContent())!.trim().split(/\s+/);
  for (const word of words.slice(0, 4)) {
    await sayWord();
    // The mark lies on the word without what stands behind it.
    await expect(page.getByTestId('spoken-word')).toHaveText(word.replace(/[.,:;?]+$/, ''));
  }
  expect(await page.evaluate(() => (window as unknown as { voice: string }).voice)).toBe('Shell');
  for (let i = 4; i <= words.length; i++) await sayWord();
  // It stops by itself.
  await expect(page.getByRole('button', { name: 'Hear the task' })).toBeVisible();
  expect(made).toEqual([]);
});
