import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { makeFolder, root, state } from './places.mjs';
import { startPostgres } from './postgres.mjs';
import { runLoudly } from './run.mjs';
import { StopError } from './stopError.mjs';
import { insistOnWebExport } from './webExport.mjs';

/** @typedef {{ passed: number, failed: number, ok: boolean }} Tally */
/** @typedef {{ databaseUrl: string }} Ground */

const bin = (/** @type {string} */ name) => join(root, 'node_modules', '.bin', name);
const resultFile = (/** @type {string} */ name) => join(makeFolder(join(state, 'results')), `${name}.json`);

/** A check without tests of its own counts only where it fails. @param {number} code @returns {Tally} */
const check = (code) => ({ passed: 0, failed: code === 0 ? 0 : 1, ok: code === 0 });

/** Imports that go against the arrows of the house, by the file that would hold them. */
const AGAINST_THE_ARROWS = [
  ['core/ink/slip.ts', 'react'],
  ['core/page/slip.ts', 'node:fs'],
  ['core/page/slip.ts', '@lippet/server/app'],
  ['client/page/slip.ts', '@lippet/server/app'],
  ['server/routes/slip.ts', '../models/tables'],
  ['server/services/slip.ts', '../routes/context'],
  ['server/models/slip.ts', '../services/pieces'],
];

/** Whether the linter really refuses them: a rule that has come loose would pass everything. */
async function arrowsHold() {
  const { ESLint } = await import('eslint');
  const eslint = new ESLint({ cwd: root });
  let hold = true;
  for (const [file, name] of AGAINST_THE_ARROWS) {
    const [result] = await eslint.lintText(`import '${name}';\n`, {
      filePath: join(root, /** @type {string} */ (file)),
    });
    if (result?.messages.some(({ ruleId }) => ruleId === 'no-restricted-imports')) continue;
    console.error(`The linter let ${file} import ${name}.`);
    hold = false;
  }
  return hold;
}

/** A runner that wrote no result has failed. @template T @param {string} file @returns {T | null} */
function resultOf(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

/** @type {Record<string, { needsDatabase: boolean, run: (ground: Ground, args: string[]) => Promise<Tally> }>} */
const STEPS = {
  types: {
    needsDatabase: false,
    async run() {
      let worst = 0;
      // core's own code knows no Node; one test of it asks other programs what they make of a PDF.
      for (const project of [
        'core',
        'core/tsconfig.node.json',
        'server',
        'client',
        'demo',
        'e2e',
        'bench',
        'command',
      ]) {
        worst = Math.max(worst, await runLoudly(bin('tsc'), ['-p', project]));
      }
      return check(worst);
    },
  },
  lint: {
    needsDatabase: false,
    async run() {
      const clean = await runLoudly(bin('eslint'), ['.', '--max-warnings', '0']);
      return check(Math.max(clean, (await arrowsHold()) ? 0 : 1));
    },
  },
  unit: {
    needsDatabase: true,
    async run({ databaseUrl }, args) {
      const file = resultFile('unit');
      rmSync(file, { force: true });
      const env = { ...process.env, LIPPET_TEST_POSTGRES: databaseUrl, LIPPET_ROOT: root };
      // Sockets that a test left half open must not keep the whole run waiting.
      const code = await runLoudly(
        bin('jest'),
        ['--forceExit', '--maxWorkers=2', '--json', `--outputFile=${file}`, ...args],
        { env },
      );
      const result =
        /** @type {{ numPassedTests: number, numFailedTests: number, numFailedTestSuites: number } | null} */ (
          resultOf(file)
        );
      const passed = result?.numPassedTests ?? 0;
      const failed = Math.max(
        result?.numFailedTests ?? 0,
        result?.numFailedTestSuites ?? 0,
        passed === 0 || code !== 0 ? 1 : 0,
      );
      return { passed, failed, ok: failed === 0 };
    },
  },
  journeys: {
    needsDatabase: true,
    async run({ databaseUrl }, args) {
      await insistOnWebExport();
      const file = resultFile('journeys');
      rmSync(file, { force: true });
      const env = { ...process.env, LIPPET_TEST_POSTGRES: databaseUrl, PLAYWRIGHT_JSON_OUTPUT_NAME: file };
      const code = await runLoudly(
        bin('playwright'),
        ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json', ...args],
        { env },
      );
      const result = /** @type {{ stats: { expected: number, unexpected: number, flaky: number } } | null} */ (
        resultOf(file)
      );
      const { expected = 0, unexpected = 0, flaky = 0 } = result?.stats ?? {};
      const failed = Math.max(unexpected, expected === 0 || code !== 0 ? 1 : 0);
      if (flaky > 0) console.log(`Journeys that needed a second try, named above as flaky: ${flaky}`);
      return { passed: expected + flaky, failed, ok: failed === 0 };
    },
  },
};

/**
 * Runs the steps named, or all of them. Words behind `--` go to the runner of a single step.
 * @param {string[]} args
 */
export async function test(args) {
  const cut = args.indexOf('--');
  const named = cut < 0 ? args : args.slice(0, cut);
  const forRunner = cut < 0 ? [] : args.slice(cut + 1);
  const unknown = named.find((name) => !(name in STEPS));
  if (unknown)
    throw new StopError(`./lippet test does not know "${unknown}". It knows: ${Object.keys(STEPS).join(', ')}.`);
  const names = named.length > 0 ? named : Object.keys(STEPS);
  insistOnSpace();
  await insistOnDebianPackages({ browser: names.includes('journeys') });
  await insistOnNodePackages();
  const cluster = names.some((name) => STEPS[name]?.needsDatabase)
    ? await startPostgres('test-postgres', { durable: false })
    : null;
  /** @type {string[]} */
  const broken = [];
  let passed = 0;
  let failed = 0;
  try {
    for (const name of names) {
      const begun = Date.now();
      console.log(`\n── ${name}`);
      const tally = await /** @type {NonNullable<(typeof STEPS)[string]>} */ (STEPS[name]).run(
        { databaseUrl: cluster?.url('postgres') ?? '' },
        forRunner,
      );
      console.log(`── ${name}: ${tally.ok ? 'ok' : 'FAILED'} in ${Math.round((Date.now() - begun) / 1000)} s`);
      passed += tally.passed;
      failed += tally.failed;
      if (!tally.ok) broken.push(name);
    }
  } finally {
    await cluster?.stop();
  }
  if (broken.length > 0) console.log(`\nFailed: ${broken.join(', ')}`);
  console.log(`\n${passed} passed, ${failed} failed`);
  if (broken.length > 0) process.exitCode = 1;
}
