import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { arrowsHold } from './arrows.mjs';
import { screensStayLight } from './lightScreens.mjs';
import { makeFolder, root, state } from './places.mjs';
import { runLoudly } from './run.mjs';
import { packServer } from './serverBundle.mjs';
import { insistOnWebExport } from './webExport.mjs';

/** @typedef {{ passed: number, failed: number, ok: boolean }} Tally */
/** @typedef {{ title: string, specs: { title: string, tests: { status: string }[] }[], suites?: Suite[] }} Suite */

const bin = (/** @type {string} */ name) => join(root, 'node_modules', '.bin', name);
/** The native compiler; the other of the same name is the linter's. */
const TSC = join(root, 'node_modules', 'typescript-native', 'bin', 'tsc');

/**
 * Journeys that may need a second try, each with its reason. It is to be empty: what stands here is a fault that
 * nobody has found yet.
 * @type {Record<string, string>}
 */
const MAY_STUMBLE = {};

/** No file leads back to itself, by types either; looked for in these. */
const CIRCLES = 'dependency-cruiser.config.cjs';
const WORKSPACES = ['core', 'client', 'server', 'demo'];

/** A check without tests of its own counts only where it fails. @param {boolean} ok @returns {Tally} */
const check = (ok) => ({ passed: 0, failed: ok ? 0 : 1, ok });

/** A place for what a runner writes, empty so far. @param {string} name */
function resultFile(name) {
  const file = join(makeFolder(join(state, 'results')), `${name}.json`);
  rmSync(file, { force: true });
  return file;
}

/** A runner that wrote no result has failed. @template T @param {string} file @returns {T | null} */
function resultOf(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

export async function types() {
  return check((await runLoudly(process.execPath, [TSC, '-b'])) === 0);
}

/** @param {string[]} files all, where none is named */
export async function lint(files = ['.']) {
  const codes = [
    await runLoudly(bin('eslint'), [...files, '--max-warnings', '0', '--no-warn-ignored']),
    await runLoudly(bin('oxlint'), ['--type-aware', '--quiet', '--no-error-on-unmatched-pattern', ...files]),
    await runLoudly(bin('prettier'), ['--check', '--log-level', 'warn', ...files]),
    // A circle may go through files that have not changed.
    await runLoudly(bin('depcruise'), ['--config', CIRCLES, '--output-type', 'err', ...WORKSPACES]),
  ];
  return check(codes.every((code) => code === 0) && (await arrowsHold()) && (await screensStayLight()));
}

/**
 * @param {import('./postgres.mjs').Cluster} cluster
 * @param {string[]} args for Jest
 */
export async function unit(cluster, args) {
  const file = resultFile('unit');
  // Of another state of the schema, perhaps.
  cluster.sql('DROP DATABASE IF EXISTS migrated_template');
  const env = { ...process.env, LIPPET_TEST_POSTGRES: cluster.url('postgres'), LIPPET_ROOT: root };
  // Sockets that a test left half open must not keep the whole run waiting.
  const options = ['--forceExit', '--maxWorkers=2', '--json', `--outputFile=${file}`];
  const code = await runLoudly(bin('jest'), [...options, ...args], { env });
  /** @type {{ numPassedTests: number, numFailedTests: number, numFailedTestSuites: number } | null} */
  const result = resultOf(file);
  const passed = result?.numPassedTests ?? 0;
  const broken = passed === 0 || code !== 0 ? 1 : 0;
  const failed = Math.max(result?.numFailedTests ?? 0, result?.numFailedTestSuites ?? 0, broken);
  return { passed, failed, ok: failed === 0 };
}

/** Titles of the journeys that ended so. @param {Suite} suite @param {string} status @returns {string[]} */
const titlesOf = ({ specs, suites = [] }, status) => [
  ...specs.filter(({ tests }) => tests.some((test) => test.status === status)).map(({ title }) => title),
  ...suites.flatMap((suite) => titlesOf(suite, status)),
];

/**
 * What journeys run on: the interface, the server, and the demo school that each gets a copy of.
 * @param {import('./postgres.mjs').Cluster} cluster
 */
export async function ground(cluster) {
  const env = { ...process.env, LIPPET_TEST_POSTGRES: cluster.url('postgres') };
  // The school waits for the database and for ffmpeg for a third of its time.
  const [code] = await Promise.all([
    runLoudly(process.execPath, ['--import', 'tsx', 'e2e/demoTemplate.ts'], { env }),
    insistOnWebExport().then(packServer),
  ]);
  return check(code === 0);
}

/**
 * @param {import('./postgres.mjs').Cluster} cluster
 * @param {string[]} args for Playwright
 * @param {{ strict: boolean }} how strict: who needs a second try has failed, but for those that may
 */
export async function journeys(cluster, args, { strict }) {
  const file = resultFile('journeys');
  const env = { ...process.env, LIPPET_TEST_POSTGRES: cluster.url('postgres'), PLAYWRIGHT_JSON_OUTPUT_NAME: file };
  const options = ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'];
  const code = await runLoudly(bin('playwright'), [...options, ...args], { env });
  /** @type {{ stats: { expected: number, unexpected: number, flaky: number }, suites: Suite[] } | null} */
  const result = resultOf(file);
  const { expected = 0, unexpected = 0 } = result?.stats ?? {};
  const stumbled = (result?.suites ?? []).flatMap((suite) => titlesOf(suite, 'flaky'));
  const hidden = strict ? stumbled.filter((title) => !(title in MAY_STUMBLE)) : [];
  for (const title of stumbled) console.log(`Needed a second try: ${title} ${MAY_STUMBLE[title] ?? ''}`);
  const broken = expected === 0 || code !== 0 ? 1 : 0;
  const failed = Math.max(unexpected + hidden.length, broken);
  return { passed: expected + stumbled.length - hidden.length, failed, ok: failed === 0 };
}
