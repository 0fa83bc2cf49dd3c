import { createHash } from 'node:crypto';
import { readdirSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { buildSync, version } from 'esbuild';

const HERE = import.meta.dirname;

/**
 * Packs a test with all of ours that it imports into one module. Jest runs tests in a sandbox where each call into another
 * module and each name that is looked up in the outside world costs: code that computes takes three to five times as long
 * there, file by file, as it does packed. Packages stay outside, and are one instance for all.
 */
const WORKSPACES = ['core', 'demo', 'server'];
const alias = Object.fromEntries(WORKSPACES.map((name) => [`@lippet/${name}`, join(HERE, name)]));

/** @param {string} folder @returns {string[]} */
const sourcesBelow = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (entry.name === 'node_modules') return [];
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sourcesBelow(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });

/** Changes with any of our sources: what a test imports is part of what is made of it. */
function stateOfSources() {
  const hash = createHash('sha256').update(version);
  for (const file of [import.meta.filename, ...WORKSPACES.flatMap((name) => sourcesBelow(join(HERE, name)))]) {
    const { size, mtimeMs } = statSync(file);
    hash.update(`${relative(HERE, file)} ${size} ${mtimeMs}\n`);
  }
  return hash.digest('hex');
}
let state;

/** @type {import('@jest/transform').SyncTransformer} */
export default {
  getCacheKey(_source, file) {
    state ??= stateOfSources();
    return createHash('sha256').update(state).update(file).digest('hex');
  },
  process(_source, file) {
    const { outputFiles } = buildSync({
      entryPoints: [file],
      bundle: true,
      write: false,
      outdir: HERE,
      platform: 'node',
      format: 'cjs',
      target: 'node20',
      packages: 'external',
      alias,
      // Names such as undefined and Infinity are looked up outside of the sandbox.
      minifySyntax: true,
      // The sandbox has no modules of that kind.
      supported: { 'dynamic-import': false },
      sourcemap: 'external',
      logLevel: 'error',
    });
    const [map, code] = ['.map', '.js'].map((end) => outputFiles.find(({ path }) => path.endsWith(end)));
    return { code: code.text, map: map.text };
  },
};
