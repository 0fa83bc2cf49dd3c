import { expect, type CDPSession, type Page } from '@playwright/test';
import { GROUPS } from '@lippet/demo/school';
import { GROUP_COOKIE, SESSION_COOKIE } from '@lippet/server/routes/cookies';
import type { School } from './demoServer';

/** A context of its own is a device of its own. Nothing it shows may come from outside, and nothing may fail. */
export class Device {
  private readonly troubles: string[] = [];
  private settings: CDPSession | undefined;

  constructor(
    readonly page: Page,
    private readonly school: School,
  ) {
    const own = (url: string): boolean => url.startsWith(school.url) || /^(data|blob|about):/.test(url);
    page.context().on('request', (request) => {
      if (!own(request.url())) this.troubles.push(`outside request: ${request.url()}`);
    });
    page.on('pageerror', (error) => this.troubles.push(`error on the page: ${error.message}`));
    page.on('console', (message) => {
      // The browser itself reports requests and sockets that a journey made fail on purpose.
      if (
        message.type() === 'error' &&
        !/Failed to load resource|WebSocket connection|WebSocket is already in CLOSING/.test(message.text())
      ) {
        this.troubles.push(`console: ${message.text()}`);
      }
    });
  }

  /** Something has failed because the journey made it fail; nothing else may have. */
  forgive(expected: RegExp): void {
    expect(this.troubles.some((trouble) => expected.test(trouble))).toBe(true);
    this.troubles.splice(0, this.troubles.length, ...this.troubles.filter((trouble) => !expected.test(trouble)));
  }

  expectCalm(): void {
    expect(this.troubles).toEqual([]);
  }

  async open(path = '/'): Promise<void> {
    await this.page.goto(this.school.url + path);
  }

  /** What stands in the browser's settings for this page, for as long as the device is used. */
  async set(name: 'camera' | 'microphone', setting: 'granted' | 'denied'): Promise<void> {
    const context = this.page.context();
    const { targetInfo } = await (await context.newCDPSession(this.page)).send('Target.getTargetInfo');
    // Settings are forgotten with the session that made them.
    this.settings ??= await context.browser()!.newBrowserCDPSession();
    await this.settings.send('Browser.setPermission', {
      permission: { name },
      setting,
      origin: this.school.url,
      browserContextId: targetInfo.browserContextId,
    });
  }

  /** Somebody of the demo school is signed in here, by a session that is made for it; nothing is opened yet. */
  async as(name: string): Promise<void> {
    const group = GROUPS.find(({ learners }) => learners.some((learner) => learner.name === name));
    const url = this.school.url;
    const cookies = [{ name: SESSION_COOKIE, value: await this.school.session(name), url }];
    // A learner's device remembers the group.
    if (group) cookies.push({ name: GROUP_COOKIE, value: group.code, url });
    await this.page.context().addCookies(cookies);
  }

  /** A learner's device, on Now. */
  async asLearner(name: string): Promise<void> {
    await this.as(name);
    await this.open();
    await this.expectNowOf(name);
  }

  async expectNowOf(name: string): Promise<void> {
    const greeting = new RegExp(`^(Morning|Afternoon|Evening), ${name.split(' ')[0]}$`);
    await expect(this.page.getByRole('heading', { level: 1, name: greeting })).toBeVisible();
  }

  /** A teacher's device, on To review. */
  async asTeacher(name: string): Promise<void> {
    await this.as(name);
    await this.open();
    await expect(this.page.getByRole('heading', { level: 1, name: 'To review' })).toBeVisible();
  }

  get sheet() {
    return this.page.getByTestId('sheet');
  }

  get saveLine() {
    return this.page.getByTestId('save-line');
  }

  /** Opens an activity by its address and waits for its sheet. */
  async openSheet(title: string): Promise<void> {
    await this.open(`/activity/${await this.school.activityId(title)}`);
    await expect(this.sheet).toBeVisible();
    await expect(this.saveLine).toContainText('saved at school too');
  }

  /** Draws a wave with the mouse; `from` and `to` are shares of the sheet's width, `at` of its height. */
  async draw(height: number, from = 0.3, to = 0.7): Promise<void> {
    const box = (await this.sheet.boundingBox())!;
    const point = (share: number): [number, number] => [
      box.x + box.width * (from + (to - from) * share),
      box.y + box.height * (height + 0.02 * Math.sin(share * 12)),
    ];
    await this.page.mouse.move(...point(0));
    await this.page.mouse.down();
    for (let i = 1; i <= 14; i++) await this.page.mouse.move(...point(i / 14));
    await this.page.mouse.up();
  }

  async expectStrokes(count: number): Promise<void> {
    await expect(this.sheet).toHaveAttribute('data-strokes', String(count));
  }

  async strokesShown(): Promise<number> {
    return Number(await this.sheet.getAttribute('data-strokes'));
  }
}
