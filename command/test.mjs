import { changedCode, testsOf } from './changed.mjs';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { StopError } from './stopError.mjs';
import { ground, journeys, lint, types, unit } from './testSteps.mjs';

/** @typedef {import('./testSteps.mjs').Tally} Tally */
/** @typedef {import('./postgres.mjs').Cluster} Cluster */

const NAMES = ['types', 'lint', 'unit', 'journeys'];
const NEED_A_DATABASE = ['unit', 'journeys'];
const CHANGED = /^--changed(?:=(.+))?$/;
/** A journey that needs a second try fails the run. */
const STRICT = '--strict';

/** @type {Tally} */
const total = { passed: 0, failed: 0, ok: true };
/** @type {string[]} */
const broken = [];

/** A step that breaks off has failed, and the rest is tried all the same. @param {unknown} error @returns {Tally} */
function failure(error) {
  console.error(error instanceof StopError ? error.message : error);
  return { passed: 0, failed: 1, ok: false };
}

/** Runs a step, says how long it took, and counts what came of it. @param {string} name @param {() => Promise<Tally>} run */
async function take(name, run) {
  const begun = Date.now();
  console.log(`\n── ${name}`);
  const tally = await run().catch(failure);
  console.log(`── ${name}: ${tally.ok ? 'ok' : 'FAILED'} in ${Math.round((Date.now() - begun) / 1000)} s`);
  total.passed += tally.passed;
  total.failed += tally.failed;
  if (!tally.ok) broken.push(name);
}

/** @param {boolean} needed @param {(cluster: Cluster) => Promise<void>} work */
async function withDatabase(needed, work) {
  if (!needed) return;
  const cluster = await startPostgres('test-postgres', { durable: false, fleeting: true });
  try {
    await work(cluster);
  } finally {
    await cluster.stop();
  }
}

/** What one runs while one works: types, and of lint and the unit tests what the change is about. @param {string} since */
async function runChanged(since) {
  const files = changedCode(since);
  const tests = testsOf(files);
  console.log(`${files.length} changed files since ${since}, ${tests.length} test files that look at them.`);
  await take('types', types);
  if (files.length > 0) await take('lint', () => lint(files));
  await withDatabase(tests.length > 0, (cluster) => take('unit', () => unit(cluster, ['--runTestsByPath', ...tests])));
}

/** @param {string[]} names @param {string[]} forRunner @param {boolean} strict */
async function runSteps(names, forRunner, strict) {
  /** @param {string} name @param {() => Promise<Tally>} run */
  const maybe = async (name, run) => void (names.includes(name) && (await take(name, run)));
  const looks = async () => {
    await maybe('types', types);
    await maybe('lint', lint);
  };
  if (!names.some((name) => NEED_A_DATABASE.includes(name))) return looks();
  await withDatabase(true, async (cluster) => {
    const prepare = async () => {
      if (names.includes('journeys')) await take('ground', () => ground(cluster));
      await maybe('unit', () => unit(cluster, forRunner));
    };
    // Neither needs what the other makes, and each leaves processors idle.
    await Promise.all([looks(), prepare()]);
    await maybe('journeys', () => journeys(cluster, forRunner, { strict }));
  });
}

/**
 * Runs the steps named, or all of them. Words behind `--` go to the runner of a single step. With `--changed`, or
 * `--changed=COMMIT`, only what has changed since then is looked at.
 * @param {string[]} args
 */
export async function test(args) {
  const cut = args.indexOf('--');
  const named = cut < 0 ? args : args.slice(0, cut);
  const forRunner = cut < 0 ? [] : args.slice(cut + 1);
  const changed = named.map((name) => CHANGED.exec(name)).find((found) => found !== null);
  const strict = named.includes(STRICT);
  const steps = named.filter((name) => !CHANGED.test(name) && name !== STRICT);
  const unknown = steps.find((name) => !NAMES.includes(name));
  if (unknown)
    throw new StopError(
      `./lippet test does not know "${unknown}". It knows: ${NAMES.join(', ')}, --changed, --strict.`,
    );
  if (changed && steps.length > 0) throw new StopError('--changed chooses its steps by itself: name none.');
  const names = steps.length > 0 ? steps : NAMES;
  insistOnSpace();
  await insistOnDebianPackages({ browser: !changed && names.includes('journeys') });
  await insistOnNodePackages();
  if (changed) await runChanged(changed[1] ?? 'HEAD');
  else await runSteps(names, forRunner, strict);
  if (broken.length > 0) console.log(`\nFailed: ${broken.join(', ')}`);
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  if (broken.length > 0) process.exitCode = 1;
}
