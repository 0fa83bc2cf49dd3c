/** One sheet for all: four fill it at once, one of them lies, and their teacher leads it. */
import { HocuspocusProvider, HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import { randomUUID } from 'node:crypto';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { SharedView } from '@lippet/core/contract/shared';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import type { School } from './demoServer';
import type { Device } from './device';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

/** A device of ours that says whatever it likes. */
async function liarAs(school: School, name: string, sheet: string) {
  const cookie = `${SESSION_COOKIE}=${await school.session(name)}`;
  class Socket extends WebSocket {
    constructor(url: string) {
      super(url, { headers: { cookie, origin: school.url } });
    }
  }
  const socket = new HocuspocusProviderWebsocket({
    url: `${school.url.replace('http', 'ws')}/sync`,
    WebSocketPolyfill: Socket,
  });
  const doc = new Y.Doc();
  const news: string[] = [];
  const provider = new HocuspocusProvider({
    name: `shared:${sheet}`,
    document: doc,
    websocketProvider: socket,
    awareness: null,
    token: 'cookie',
    onStateless: ({ payload }) => news.push(payload),
  });
  provider.attach();
  await expect.poll(() => provider.isSynced).toBe(true);
  return {
    doc,
    news,
    close() {
      provider.destroy();
      socket.destroy();
    },
  };
}

const shown = (device: Device): Promise<number> => device.strokesShown();

test('four fill the wall at once, one of them lies; the teacher closes it, clears a place and brings it back', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('Harbour wall');
  const [wren, amos, kit] = [
    await device({ viewport: PHONE }),
    await device({ viewport: PHONE }),
    await device({ viewport: WIDE }),
  ];
  await wren.as('Wren Abara');
  await amos.as('Amos Reddy');
  await kit.as('Kit Marchetti');
  const sheetOf = wren.page.waitForResponse((response) => /\/shared\/[^/]+$/.test(response.url()) && response.ok());
  for (const one of [wren, amos, kit]) await one.open(`/activity/${activity}`);
  const { id, people, pages } = (await (await sheetOf).json()) as SharedView;
  await expect(wren.sheet).toBeVisible();
  const who = 'Seen by everybody in Sandpipers: 9 learners and Ms Farrow';
  for (const one of [wren, amos, kit]) await expect(one.page.getByLabel(who)).toBeVisible();
  const before = await shown(wren);
  expect(before).toBeGreaterThan(10);

  // All at once.
  await Promise.all([wren.draw(0.5), amos.draw(0.5), kit.draw(0.62, 0.42, 0.58)]);
  for (const one of [wren, amos, kit]) await one.expectStrokes(before + 3);
  await expectAccessible(wren.page, 'a sheet for all, on a phone');
  await expectAccessible(kit.page, 'a sheet for all, wide');

  const liar = await liarAs(school, 'Juno Pell', id);
  liar.doc.transact(() => {
    for (const { id: person } of people) layerOfPerson(liar.doc, { person, page: pages[0]!.id }).clear();
  });
  await expect.poll(() => liar.news.some((payload) => payload.includes('not-yours'))).toBe(true);
  liar.close();
  await wren.draw(0.56);
  for (const one of [wren, amos, kit]) await one.expectStrokes(before + 4);

  // Undo takes back one's own, and nothing else.
  await wren.page.getByRole('button', { name: 'Undo' }).click();
  for (const one of [wren, amos, kit]) await one.expectStrokes(before + 3);
  await expect(
    wren.page.getByRole('button', { name: 'Kit: 5 things, here now. Show only theirs clearly' }),
  ).toBeVisible();

  await kit.page.getByRole('button', { name: 'Whose is it? Tap something' }).click();
  const box = (await kit.page.getByTestId('whose').boundingBox())!;
  // The boat in the middle of the wall is Kit's own.
  await kit.page.mouse.click(box.x + box.width * 0.5, box.y + box.height * 0.62);
  await expect(kit.page.getByRole('status', { name: 'You' })).toBeVisible();
  await kit.page.getByRole('button', { name: 'Go on drawing' }).click();

  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/shared/${activity}`);
  await farrow.expectStrokes(before + 3);
  await farrow.page.getByRole('button', { name: 'Close it to learners' }).click();
  await expect(amos.page.getByText('Your teacher has closed this sheet. You can look at it.')).toBeVisible();
  await expect(amos.page.getByRole('toolbar', { name: 'Tools' })).toHaveCount(0);
  await farrow.page.getByRole('button', { name: /^Kit: 5 things/ }).click();
  await expect(farrow.page.getByText(/^What you do now is on the work of Kit Marchetti/)).toBeVisible();
  await farrow.page.getByRole('button', { name: /^Clear what Kit Marchetti made here/ }).click();
  await amos.expectStrokes(before - 2);
  await farrow.page.getByRole('button', { name: 'Undo', exact: true }).click();
  await amos.expectStrokes(before + 3);
  await expectAccessible(farrow.page, 'a sheet for all, as its teacher leads it');
  await farrow.page.getByRole('button', { name: 'Watch it grow' }).click();
  const grown = farrow.page.getByRole('dialog', { name: 'Watch it grow' });
  await expect(grown.getByTestId('playback')).toBeVisible();
  await expect(grown.getByRole('listitem').first()).toContainText(/(Wren Abara|Amos Reddy|Kit Marchetti), last/);
  await grown.getByRole('button', { name: 'Done' }).click();
  await farrow.page.getByRole('button', { name: 'Open it to learners' }).click();
  await expect(amos.page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();

  // Sent, it holds the wall as it is; then nothing more is added.
  await wren.page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(wren.page.getByText('1 thing added')).toBeVisible();
  await wren.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(wren.page.getByText(/Harbour wall, go 1, was sent today/)).toBeVisible();
  await farrow.open(`/review/${activity}`);
  await farrow.expectStrokes(before + 3);
  await wren.open(`/activity/${activity}`);
  await expect(wren.page.getByText('You have sent this. You can look at it.')).toBeVisible();
});

test('what others made is hidden until one has added something', async ({ device, school }) => {
  const activity = await school.activityId('Harbour wall');
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/shared/${activity}`);
  await farrow.page.getByRole('button', { name: 'Hide others’ work at first' }).click();
  await expect(farrow.page.getByRole('button', { name: 'Show others’ work at once' })).toBeVisible();
  const juno = await device({ viewport: PHONE });
  await juno.as('Juno Pell');
  await juno.open(`/activity/${activity}`);
  await expect(juno.page.getByText('You see what others made once you have added something.')).toBeVisible();
  await juno.expectStrokes(0);
  await juno.draw(0.5);
  await expect(juno.page.getByText('You see what others made once you have added something.')).toHaveCount(0);
  await expect.poll(() => shown(juno)).toBeGreaterThan(10);
});

/** A square of one colour, as a file that somebody brings. */
const SQUARE = {
  name: 'pool.svg',
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="300"><path fill="#884C7E" d="M0 0h300v300H0z"/></svg>',
  ),
};

/** The learners of a group in crews, each with a sheet of its own. */
async function inCrews(
  farrow: Device,
  school: School,
  crews: Readonly<Record<string, readonly string[]>>,
): Promise<void> {
  const activity = await school.activityId('Harbour wall');
  await school.query(
    `UPDATE parts SET settings = settings || '{"by": "crew"}' WHERE activity_id = $1 AND kind = 'shared'`,
    [activity],
  );
  const idOf = async (name: string): Promise<string> =>
    (await school.query<{ id: string }>('SELECT id FROM people WHERE name = $1', [name]))[0]!.id;
  const told = await Promise.all(
    Object.entries(crews).map(async ([name, learners]) => ({
      id: randomUUID(),
      name,
      note: '',
      meetsAt: null,
      link: null,
      learners: await Promise.all(learners.map(idOf)),
    })),
  );
  const group = await school.groupId('Sandpipers');
  const answer = await farrow.page.request.put(`${school.url}/api/activities/${activity}/groups/${group}/crews`, {
    headers: { [OWN_HEADER]: '1', origin: school.url },
    data: { crews: told },
  });
  expect(answer.ok()).toBe(true);
}

test('a crew has a sheet of its own: what one brings to it the crew sees, only they can move it, and no other crew has it', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await inCrews(farrow, school, { Terns: ['Wren Abara', 'Amos Reddy'], Gulls: ['Kit Marchetti', 'Juno Pell'] });
  const activity = await school.activityId('Harbour wall');
  const [wren, amos, kit] = [
    await device({ viewport: WIDE }),
    await device({ viewport: WIDE }),
    await device({ viewport: PHONE }),
  ];
  await wren.as('Wren Abara');
  await amos.as('Amos Reddy');
  await kit.as('Kit Marchetti');
  for (const one of [wren, amos, kit]) await one.open(`/activity/${activity}`);
  await expect(wren.page.getByLabel('Seen by the crew Terns: 2 learners and Ms Farrow')).toBeVisible();
  await expect(kit.page.getByLabel('Seen by the crew Gulls: 2 learners and Ms Farrow')).toBeVisible();

  const hers = await Sheet.of(wren);
  await hers.tool('Add');
  const chooser = wren.page.waitForEvent('filechooser');
  await hers.tap(300, 300);
  await (await chooser).setFiles(SQUARE);
  await hers.expectColour(300, 300, '#884C7E');
  const his = await Sheet.of(amos);
  await his.expectColour(300, 300, '#884C7E');
  await expect(kit.sheet).toHaveAttribute('data-items', '0');

  // He can choose nothing of hers: dragged, it stays where it is.
  await his.tool('Pick up');
  await his.drag([
    [300, 300],
    [300, 600],
  ]);
  await his.expectColour(300, 300, '#884C7E');
  await hers.drag([
    [300, 300],
    [300, 560],
  ]);
  await his.expectColour(300, 560, '#884C7E');
  await expect.poll(() => his.colourAt(300, 300)).not.toBe('#884C7E');
});
