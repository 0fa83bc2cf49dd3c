/**
 * What scrolls: `marks-frame`, the table of marks with thousands of cells, against a bare table of as many;
 * `now-frame`, a learner's Now with five hundred activities, against a bare list of as many; `wall-300`, a wall of as many
 * pieces, against a bare grid.
 */
import type { Page } from '@playwright/test';
import { GROUPS } from '@lippet/demo/school';
import { byRatio, quantile, type Figure } from './figure';
import { Stage } from './stage';

const LEARNERS = 40;
const ACTIVITIES = 80;
const ROWS = 500;
const FRAMES = 90;

/**
 * Scrolls what `selector` names to and fro, and gives the time of each frame in milliseconds. As text, because it runs
 * in the page.
 */
const scrolled = (selector: string): string =>
  `new Promise((resolve) => {
  const element = document.querySelector('${selector}');
  const times = [];
  let before = performance.now();
  const step = () => {
    const now = performance.now();
    times.push(now - before);
    before = now;
    const t = times.length / ${FRAMES};
    element.scrollTo(t * (element.scrollWidth - element.clientWidth), Math.abs(Math.sin(t * 6)) * ` +
  `(element.scrollHeight - element.clientHeight));
    if (times.length < ${FRAMES}) requestAnimationFrame(step);
    else resolve(times);
  };
  requestAnimationFrame(step);
})`;

async function frames(page: Page, selector: string): Promise<number> {
  await page.evaluate(scrolled(selector));
  return quantile((await page.evaluate<number[]>(scrolled(selector))).slice(5), 0.95);
}

export async function marksFrame(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    const { teacher, name } = GROUPS[0]!;
    const values = [name, LEARNERS, ACTIVITIES];
    await stage.school.query(
      `WITH g AS (SELECT id, school_id FROM groups WHERE name = $1 AND $2::int > 0 AND $3::int > 0)
       INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
       SELECT gen_random_uuid(), g.school_id, 'learner', 'Learner ' || n, 'bench-' || n, 'picture', 'x',
         '#C8472F' FROM g, generate_series(1, $2::int) n`,
      values,
    );
    await stage.school.query(
      `INSERT INTO memberships (person_id, group_id, role) SELECT p.id, g.id, 'learner'
        FROM people p, groups g WHERE p.sign_in_name LIKE 'bench-%' AND g.name = $1`,
      [name],
    );
    await stage.school.query(
      `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
       SELECT gen_random_uuid(), t.id, 'Bench activity ' || n, 'Art', '{"type":"doc","content":[]}', true,
         'set' FROM people t, generate_series(1, $2::int) n WHERE t.name = $1`,
      [teacher.name, ACTIVITIES],
    );
    await stage.school.query(
      `INSERT INTO assignments (activity_id, group_id) SELECT a.id, g.id FROM activities a, groups g
        WHERE a.title LIKE 'Bench activity %' AND g.name = $1`,
      [name],
    );
    const page = await stage.teaching();
    await page.goto(`${stage.school.url}/marks`);
    await page.locator('.lippet-marks td').first().waitFor();
    const cells = await page
      .locator('.lippet-marks table')
      .evaluate((table) => Number(table.getAttribute('aria-rowcount')) * Number(table.getAttribute('aria-colcount')));
    if (cells < LEARNERS * ACTIVITIES)
      throw new Error(`The table has ${cells} cells in place of ${LEARNERS * ACTIVITIES}.`);
    const ours = await frames(page, '.lippet-marks');
    const bare = await stage.window();
    await bare.goto('about:blank');
    await bare.evaluate(
      `(() => {
      const rows = Array.from({ length: ${LEARNERS} }, (_, y) => '<tr>' + Array.from({ length: ` +
        `${ACTIVITIES} }, (_, x) => '<td style="min-width:120px;height:52px;border:1px solid">Finished ' + x ` +
        `+ y + '</td>').join('') + '</tr>').join('');
      document.body.innerHTML = '<div id="bare" style="width:1200px;height:560px;overflow:auto">` +
        `<table>' + rows + '</table></div>';
    })()`,
    );
    return byRatio('marks-frame', 'ms', ours, await frames(bare, '#bare'), 2);
  } finally {
    await stage.strike();
  }
}

/** Marks what scrolls furthest on the page, so that it can be named. As text, because it runs in the page. */
const FURTHEST =
  `(() => {
  const found = [...document.querySelectorAll('body *')].filter((each) => ['auto', ` +
  "'scroll'].includes(getComputedStyle(each).overflowY)).sort((a, b) => b.scrollHeight - " +
  `a.scrollHeight)[0];
  found.id = 'furthest';
  return found.querySelectorAll('[data-row]').length;
})()`;

export async function nowFrame(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    const { teacher, name, learners } = GROUPS[0]!;
    await stage.school.query(
      `INSERT INTO activities (id, teacher_id, title, subject, task, minutes, late_allowed, state)
       SELECT gen_random_uuid(), t.id, 'Bench activity ' || n, 'Art', '{"type":"doc","content":[]}', 20,
         true, 'set' FROM people t, generate_series(1, $2::int) n WHERE t.name = $1`,
      [teacher.name, ROWS],
    );
    await stage.school.query(
      `INSERT INTO assignments (activity_id, group_id, due)
        SELECT a.id, g.id, now() + row_number() OVER () * interval '2 hours' FROM activities a, groups g
        WHERE a.title LIKE 'Bench activity %' AND g.name = $1`,
      [name],
    );
    await stage.school.query(
      `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
        SELECT gen_random_uuid(), id, 0, 'page', 'A part', true, '{"sheets":[]}' FROM activities
        WHERE title LIKE 'Bench activity %'`,
    );
    const page = await stage.signedIn(learners[0]!.name);
    await page.getByText('Bench activity 1', { exact: true }).waitFor();
    const rows = await page.evaluate<number>(FURTHEST);
    if (rows < ROWS) throw new Error(`Now has ${rows} rows in place of ${ROWS}.`);
    const ours = await frames(page, '#furthest');
    const bare = await stage.window();
    await bare.goto('about:blank');
    await bare.evaluate(
      'document.body.innerHTML = \'<div id="bare" style="width:1200px;height:760px;overflow:auto">\' + ' +
        `Array.from({ length: ${ROWS} }, (_, i) => '<p style="min-height:74px;border:2px solid;margin:0 0 ` +
        "12px\">Activity ' + i + '</p>').join('') + '</div>'",
    );
    return byRatio('now-frame', 'ms', ours, await frames(bare, '#bare'), 2);
  } finally {
    await stage.strike();
  }
}

const HUNG = 300;
const WALL = 'Label the harbour map';

/** `wall-300`: scrolling a wall on which three hundred pieces hang, against a bare grid of as many boxes. */
export async function wallFrame(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    await stage.school.query(
      `INSERT INTO hangings (id, activity_id, group_id, person_id, submission_id, pages, title, alt, hung_at, let_at)
       SELECT gen_random_uuid(), h.activity_id, h.group_id, h.person_id, h.submission_id, h.pages, 'Piece ' || n, h.alt,
         now(), now()
       FROM (SELECT h.* FROM hangings h JOIN activities a ON a.id = h.activity_id WHERE a.title = $1 LIMIT 1) h,
         generate_series(1, $2::int) n`,
      [WALL, HUNG],
    );
    const page = await stage.signedIn('Oskar Vane');
    await page.goto(`${stage.school.url}/wall/${await stage.school.activityId(WALL)}`);
    await page.getByRole('button', { name: /^Piece 1\./ }).waitFor();
    const hung = await page.getByRole('list', { name: 'On the wall' }).getByRole('listitem').count();
    if (hung < HUNG) throw new Error(`${hung} pieces hang in place of ${HUNG}.`);
    await page.evaluate(FURTHEST);
    const ours = await frames(page, '#furthest');
    const bare = await stage.window();
    await bare.goto('about:blank');
    await bare.evaluate(
      'document.body.innerHTML = \'<div id="bare" style="width:1200px;height:760px;overflow:auto">' +
        '<div style="display:flex;flex-wrap:wrap;gap:16px">\' + ' +
        `Array.from({ length: ${HUNG} }, (_, i) => '<p style="width:160px;height:270px;border:2px solid;margin:0">` +
        "Piece ' + i + '</p>').join('') + '</div></div>'",
    );
    return byRatio('wall-300', 'ms', ours, await frames(bare, '#bare'), 2);
  } finally {
    await stage.strike();
  }
}
