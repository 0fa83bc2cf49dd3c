/**
 * `capture-come`: from the answer that school has a phone's photo to the photo's place in the piece on the first
 * device.
 */
import { PHONE } from '@lippet/e2e/chromium';
import { alone, quantile, type Figure } from './figure';
import { Stage } from './stage';

const PHOTOS = 8;

/** Moments on the clock that both windows share. As text, because it runs in the page. */
const NOTE_ANSWERS = `window.answered = []; const bare = window.fetch; window.fetch = async (...asked) => {
  const answer = await bare(...asked);
  if (String(asked[0]).includes('/captures/media/')) window.answered.push(performance.timeOrigin + performance.now());
  return answer;
}`;
const NOTE_COMING = `window.come = []; new MutationObserver(() => {
  const count = parseInt(document.querySelector('[role=status]')?.textContent ?? '', 10);
  if (count > window.come.length) requestAnimationFrame(() => window.come.push(performance.timeOrigin + performance.now()));
}).observe(document.body, { subtree: true, childList: true, characterData: true })`;

export async function captureCome(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    const page = await stage.signedIn('Tamsin Oke');
    await page.goto(`${stage.school.url}/activity/${await stage.school.activityId('Marsh sketchbook')}`);
    await page.getByRole('button', { name: 'Take a photo' }).click();
    await page.getByRole('button', { name: 'Use a phone as the camera' }).click();
    const code = (await page.getByTestId('capture-code').textContent())!;
    await page.evaluate(NOTE_COMING);
    const phone = await stage.window(PHONE);
    await phone.goto(`${stage.school.url}/capture`);
    await phone.getByRole('textbox', { name: 'Code' }).fill(code);
    await phone.getByRole('button', { name: 'Go on' }).click();
    await phone.evaluate(NOTE_ANSWERS);
    await phone.getByRole('button', { name: 'Take the photo by itself when the sheet is still' }).click();
    await phone.getByTestId('outline').waitFor();
    for (let i = 1; i <= PHOTOS; i++) {
      await phone.getByRole('button', { name: 'Take the photo', exact: true }).click();
      await page.evaluate(
        `new Promise((resolve) => { const look = () => (window.come.length >= ${i} ? resolve() : setTimeout(look, 20)); look(); })`,
      );
    }
    const [answered, come] = await Promise.all([
      phone.evaluate<number[]>('window.answered'),
      page.evaluate<number[]>('window.come'),
    ]);
    return alone(
      'capture-come',
      'ms',
      quantile(
        come.map((time, i) => time - answered[i]!),
        0.95,
      ),
      2_000,
    );
  } finally {
    await stage.strike();
  }
}
