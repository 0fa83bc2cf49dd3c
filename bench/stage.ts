import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM, WIDE } from '@lippet/e2e/chromium';
import { School } from '@lippet/e2e/demoServer';
import { GROUPS } from '@lippet/demo/school';
import { seedDemo } from '@lippet/demo/seed';
import { openDatabase } from '@lippet/server/models/database';
import { createTestDatabase } from '@lippet/server/testing/testDatabase';

/** The real thing for a measurement: the demo school on a server of its own, and a browser. */
export class Stage {
  private constructor(
    readonly school: School,
    readonly browser: Browser,
    private readonly drop: () => Promise<void>,
  ) {}

  static async set(): Promise<Stage> {
    const database = await createTestDatabase();
    const sequelize = openDatabase(database.url);
    await seedDemo(sequelize);
    await sequelize.close();
    const school = new School(database.url);
    await school.start();
    return new Stage(school, await chromium.launch(CHROMIUM), () => database.drop());
  }

  /** A window in which a learner is signed in. */
  async signedIn(name: string): Promise<Page> {
    const page = await this.window();
    const group = GROUPS.find(({ learners }) => learners.some((learner) => learner.name === name))!;
    const { pictures, password } = group.learners.find((learner) => learner.name === name)!;
    await page.goto(this.school.url);
    await page.getByRole('textbox', { name: 'Group code' }).fill(group.code);
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByRole('button', { name, exact: true }).click();
    for (const picture of pictures ?? []) await page.getByRole('button', { name: picture, exact: true }).click();
    if (password) {
      await page.getByRole('textbox', { name: 'Password' }).fill(password);
      await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    }
    await page.getByRole('heading', { level: 1, name: /^(Morning|Afternoon|Evening)/ }).waitFor();
    return page;
  }

  /** A window in which the first group's teacher is signed in. */
  async teaching(): Promise<Page> {
    const page = await this.window();
    const { teacher } = GROUPS[0]!;
    await page.goto(this.school.url);
    await page.getByRole('button', { name: 'I sign in with a name' }).click();
    await page.getByRole('textbox', { name: 'Sign-in name' }).fill(teacher.signInName);
    await page.getByRole('textbox', { name: 'Password' }).fill(teacher.password);
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await page.getByRole('heading', { level: 1, name: 'To review' }).waitFor();
    return page;
  }

  async window(viewport = WIDE): Promise<Page> {
    return (await this.browser.newContext({ viewport })).newPage();
  }

  async strike(): Promise<void> {
    await this.browser.close();
    await this.school.stop();
    await this.drop();
  }
}
