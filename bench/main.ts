/** Measures what is named (or all) and prints it; started by `./lippet bench`, which sets the ground. */
import { boardLive } from './boardLive';
import { captureCome } from './capturing';
import { choosing } from './choosing';
import { fill, inkBytes, pdfOut } from './computation';
import { firstLoad } from './firstLoad';
import type { Figure } from './figure';
import { inkFigures } from './ink';
import { hostile } from './hostile';
import { kills } from './killing';
import { line2000 } from './line';
import { tabMemory } from './memory';
import { now500 } from './now';
import { partners300 } from './partners';
import { mark1000 } from './questions';
import { filmJob, upload } from './recording';
import { reviewNext } from './reviewing';
import { sendBurst } from './sendBurst';
import { send20, send300 } from './sending';
import { marksFrame, nowFrame, wallFrame } from './scrolling';
import { shared60 } from './together';
import { sync300 } from './syncing';
import { testRun } from './testRun';
import { scanCorners, scanFigures, scanTime } from './scan';

/** Measured in one window with the same full page on it. */
const ON_THE_SHEET = ['ink-latency', 'ink-frame', 'page-open'];
/** Measured at the practice camera, in the real interface. */
const AT_THE_CAMERA = ['scan-live', 'scan-block'];
/** Measured while a group answers. */
const WHILE_THEY_ANSWER = ['board-judged', 'board-live'];
/** Measured with everybody on their lines. */
const TOGETHER = ['sync-300', 'sync-lag'];
/** Measured while sixty fill one sheet. */
const ON_ONE_SHEET = ['shared-60', 'shared-frame', 'shared-memory'];
/** Measured in one large school. */
const FOR_A_TEACHER = ['line-2000', 'marks-2000'];
/** All of them, the whole test run only where it is named: it takes as long as all the others. */
export const NAMES = [
  'first-load',
  ...ON_THE_SHEET,
  'ink-bytes',
  'pdf-out',
  'fill',
  'choose-5000',
  'mark-1000',
  'partners-300',
  'tab-memory',
  'scan',
  'scan-corners',
  ...AT_THE_CAMERA,
  'capture-come',
  'upload',
  'film-job',
  'now-500',
  'review-next',
  'marks-frame',
  'now-frame',
  'wall-300',
  'send-20',
  'send-300',
  'send-burst',
  ...WHILE_THEY_ANSWER,
  ...TOGETHER,
  ...ON_ONE_SHEET,
  ...FOR_A_TEACHER,
  'hostile',
  'kills',
  'tests',
];

const args = process.argv.slice(2);
const json = args.includes('--json');
const asked = args.filter((arg) => arg !== '--json');
const unknown = asked.find((name) => !NAMES.includes(name));
if (unknown) {
  console.error(`The bench does not know "${unknown}". It knows: ${NAMES.join(', ')}.`);
  process.exit(2);
}
const names = asked.length > 0 ? asked : NAMES.filter((name) => name !== 'tests');
const figures: Figure[] = [];
const shown = (value: number | null, digits = 2): string =>
  value === null ? '–' : value.toFixed(value >= 1000 ? 0 : digits);
/** Says figures as they come: some take long, and one that fails must not take the others with it. */
function told(...come: Figure[]): void {
  figures.push(...come);
  if (json) return;
  for (const { name, unit, ours, floor, ratio, budget, ok } of come)
    console.log(
      [name, `${shown(ours)} ${unit}`, `${shown(floor)} ${unit}`, shown(ratio), shown(budget), ok ? 'ok' : 'over'].join(
        '  ',
      ),
    );
}
if (names.includes('first-load')) told(await firstLoad(process.env.LIPPET_WEB_ROOT!, process.env.LIPPET_EMPTY_ROOT!));
if (names.some((name) => ON_THE_SHEET.includes(name))) told(...(await inkFigures(names)));
if (names.includes('ink-bytes')) told(inkBytes());
if (names.includes('pdf-out')) told(await pdfOut());
if (names.includes('fill')) told(await fill());
if (names.includes('choose-5000')) told(choosing());
if (names.includes('mark-1000')) told(mark1000());
if (names.includes('partners-300')) told(partners300());
if (names.some((name) => WHILE_THEY_ANSWER.includes(name))) told(...(await boardLive()));
if (names.includes('tab-memory')) told(await tabMemory());
if (names.includes('scan')) told(scanTime());
if (names.includes('scan-corners')) told(scanCorners());
if (names.some((name) => AT_THE_CAMERA.includes(name))) told(...(await scanFigures(names)));
if (names.includes('capture-come')) told(await captureCome());
if (names.includes('upload')) told(await upload());
if (names.includes('now-500')) told(await now500());
if (names.includes('review-next')) told(await reviewNext());
if (names.includes('marks-frame')) told(await marksFrame());
if (names.includes('now-frame')) told(await nowFrame());
if (names.includes('wall-300')) told(await wallFrame());
if (names.includes('send-20')) told(await send20());
if (names.includes('send-300')) told(await send300());
if (names.includes('send-burst')) told(...(await sendBurst()));
if (names.some((name) => TOGETHER.includes(name))) told(...(await sync300()));
if (names.some((name) => ON_ONE_SHEET.includes(name))) told(...(await shared60()));
if (names.some((name) => FOR_A_TEACHER.includes(name))) told(...(await line2000()));
if (names.includes('kills')) told(await kills());
if (names.includes('hostile')) told(await hostile());
if (names.includes('film-job')) told(await filmJob());

if (names.includes('tests')) told(await testRun());

if (json) process.stdout.write(`${JSON.stringify(figures)}\n`);
