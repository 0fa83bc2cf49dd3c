/** What has changed since a commit, and which unit tests look at it. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { root } from './places.mjs';
import { StopError } from './stopError.mjs';

const CODE = /\.(ts|tsx|mjs|cjs)$/;
const TEST = /\.test\.tsx?$/;
/** What a file brings in, by its specifier. */
const IMPORT = /from '([^']+)'/g;

/** @param {string[]} args @returns {string[]} */
function git(args) {
  const done = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  if (done.status !== 0) throw new StopError(`git ${args.join(' ')}: ${done.stderr.trim()}`);
  return done.stdout.split('\n').filter(Boolean);
}

/**
 * Code that differs from a commit, or that git does not know yet, and is there.
 * @param {string} since
 */
export function changedCode(since) {
  const files = new Set([
    ...git(['diff', '--name-only', since]),
    ...git(['ls-files', '--others', '--exclude-standard']),
  ]);
  return [...files].filter((file) => CODE.test(file) && existsSync(join(root, file)));
}

/** Where an import leads, without its ending. @param {string} file @param {string} specifier */
function placeOf(file, specifier) {
  if (specifier.startsWith('@lippet/')) return specifier.slice('@lippet/'.length);
  if (specifier.startsWith('.')) return relative(root, join(root, dirname(file), specifier));
  return null;
}

/**
 * The unit tests that were changed, or that import something that was; for what no test imports, those beside it.
 * @param {readonly string[]} changed
 */
export function testsOf(changed) {
  const tests = git(['ls-files', '--cached', '--others', '--exclude-standard']).filter(
    (file) => TEST.test(file) && existsSync(join(root, file)),
  );
  const importsOf = new Map(
    tests.map((test) => {
      const found = [...readFileSync(join(root, test), 'utf8').matchAll(IMPORT)];
      return [test, new Set(found.map(([, specifier]) => placeOf(test, /** @type {string} */ (specifier))))];
    }),
  );
  /** @type {Set<string>} */
  const wanted = new Set();
  for (const file of changed) {
    const place = file.replace(CODE, '');
    const direct = tests.filter((test) => test === file || importsOf.get(test)?.has(place));
    const beside = tests.filter((test) => dirname(test) === dirname(file));
    for (const test of direct.length > 0 ? direct : beside) wanted.add(test);
  }
  return [...wanted];
}
