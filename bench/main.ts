/** Measures what is named (or all) and prints it; started by `./lippet bench`, which sets the ground. */
import { captureCome } from './capturing';
import { choosing } from './choosing';
import { fill, inkBytes, pdfOut } from './computation';
import { firstLoad } from './firstLoad';
import type { Figure } from './figure';
import { inkFigures } from './ink';
import { hostile } from './hostile';
import { line2000 } from './line';
import { tabMemory } from './memory';
import { now500 } from './now';
import { filmJob, upload } from './recording';
import { reviewNext } from './reviewing';
import { sendBurst } from './sendBurst';
import { send20, send300 } from './sending';
import { marksFrame, nowFrame } from './scrolling';
import { sync300 } from './syncing';
import { testRun } from './testRun';
import { scanCorners, scanFigures, scanTime } from './scan';

/** Measured in one window with the same full page on it. */
const ON_THE_SHEET = ['ink-latency', 'ink-frame', 'page-open'];
/** Measured at the practice camera, in the real interface. */
const AT_THE_CAMERA = ['scan-live', 'scan-block'];
/** Measured with everybody on their lines. */
const TOGETHER = ['sync-300', 'sync-lag'];
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
  'send-20',
  'send-300',
  'send-burst',
  ...TOGETHER,
  ...FOR_A_TEACHER,
  'hostile',
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
if (names.includes('first-load'))
  figures.push(await firstLoad(process.env.LIPPET_WEB_ROOT!, process.env.LIPPET_EMPTY_ROOT!));
if (names.some((name) => ON_THE_SHEET.includes(name))) figures.push(...(await inkFigures(names)));
if (names.includes('ink-bytes')) figures.push(inkBytes());
if (names.includes('pdf-out')) figures.push(await pdfOut());
if (names.includes('fill')) figures.push(await fill());
if (names.includes('choose-5000')) figures.push(choosing());
if (names.includes('tab-memory')) figures.push(await tabMemory());
if (names.includes('scan')) figures.push(scanTime());
if (names.includes('scan-corners')) figures.push(scanCorners());
if (names.some((name) => AT_THE_CAMERA.includes(name))) figures.push(...(await scanFigures(names)));
if (names.includes('capture-come')) figures.push(await captureCome());
if (names.includes('upload')) figures.push(await upload());
if (names.includes('now-500')) figures.push(await now500());
if (names.includes('review-next')) figures.push(await reviewNext());
if (names.includes('marks-frame')) figures.push(await marksFrame());
if (names.includes('now-frame')) figures.push(await nowFrame());
if (names.includes('send-20')) figures.push(await send20());
if (names.includes('send-300')) figures.push(await send300());
if (names.includes('send-burst')) figures.push(await sendBurst());
if (names.some((name) => TOGETHER.includes(name))) figures.push(...(await sync300()));
if (names.some((name) => FOR_A_TEACHER.includes(name))) figures.push(...(await line2000()));
if (names.includes('hostile')) figures.push(await hostile());
if (names.includes('film-job')) figures.push(await filmJob());

if (names.includes('tests')) figures.push(await testRun());

const shown = (value: number | null, digits = 2): string =>
  value === null ? '–' : value.toFixed(value >= 1000 ? 0 : digits);
if (json) {
  process.stdout.write(`${JSON.stringify(figures)}\n`);
} else {
  for (const { name, unit, ours, floor, ratio, budget, ok } of figures) {
    console.log(
      [name, `${shown(ours)} ${unit}`, `${shown(floor)} ${unit}`, shown(ratio), shown(budget), ok ? 'ok' : 'over'].join(
        '  ',
      ),
    );
  }
}
