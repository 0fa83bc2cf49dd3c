import { createHash } from 'node:crypto';
import { cpSync, existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { basename, extname, join, relative } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { root, state, webRoot } from './places.mjs';
import { runQuietly } from './run.mjs';

const SOURCES = ['client', 'core', 'package-lock.json'];
const IGNORED = new Set(['node_modules', '.expo', 'dist']);
const COMPRESSED = new Set(['.js', '.mjs', '.css', '.html', '.json', '.svg', '.ttf', '.map', '.txt', '.wasm']);

/** @param {string} path @returns {string[]} all files below it, in a steady order */
export function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .filter((name) => !IGNORED.has(name))
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}

function sourceHash() {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap((source) => filesBelow(join(root, source)))) {
    if (/\.test\.tsx?$/.test(file)) continue;
    hash.update(relative(root, file)).update('\0').update(readFileSync(file)).update('\0');
  }
  return hash.digest('hex');
}

/** Brotli's highest level takes ten times as long as this one, for a twentieth less. */
const BROTLI_QUALITY = 9;
/** What comes with the first screen is worth it. */
const FIRST_LOAD = /^(?:entry|__common|__expo-metro-runtime)-.*\.js$/;
/** So many files are compressed at once: zlib has threads of its own. */
const AT_ONCE = 4;

/** Writes a .br and a .gz beside a file, if it is worth it. @param {string} file */
async function compress(file) {
  const content = readFileSync(file);
  if (!COMPRESSED.has(extname(file)) || content.length < 512) return;
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: FIRST_LOAD.test(basename(file)) ? constants.BROTLI_MAX_QUALITY : BROTLI_QUALITY,
    [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
  };
  writeFileSync(`${file}.br`, await promisify(brotliCompress)(content, { params }));
  writeFileSync(`${file}.gz`, await promisify(gzip)(content, { level: 9 }));
}

/** Writes a .br and a .gz beside every file worth it. @param {string} folder */
export async function precompress(folder) {
  const files = filesBelow(folder);
  const compressOn = async () => {
    for (let file = files.pop(); file; file = files.pop()) await compress(file);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, compressOn));
}

/**
 * Exports an Expo project for the web.
 * @param {string} project its folder
 * @param {string} out
 */
export async function exportWeb(project, out) {
  const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1', NODE_ENV: 'production' };
  await runQuietly(
    `web export of ${relative(root, project)}`,
    'npx',
    // Left to itself it leaves half of the processors idle.
    ['expo', 'export', '-p', 'web', '--max-workers', String(availableParallelism()), '--output-dir', out],
    { cwd: project, env },
  );
}

/**
 * What is asked for while a file is read, beside the interface: pdf.js' character maps, standard faces and decoders,
 * and the decoder of HEIC photos. Copied from the packages, so that none of it is kept twice.
 */
export function copyLateAssets() {
  const from = join(root, 'node_modules', 'pdfjs-dist');
  const to = join(root, 'client', 'public', 'pdf');
  for (const folder of ['cmaps', 'standard_fonts', 'wasm', 'iccs']) {
    cpSync(join(from, folder), join(to, folder), { recursive: true, filter: (path) => !/LICENSE|fallback/.test(path) });
  }
  cpSync(
    join(root, 'node_modules', 'libheif-js', 'libheif', 'libheif.js'),
    join(root, 'client', 'public', 'heif', 'libheif.js'),
  );
}

/** Makes the web export where the sources have changed since the last one. */
export async function insistOnWebExport() {
  copyLateAssets();
  const stamp = join(state, 'web.stamp');
  const wanted = sourceHash();
  if (existsSync(webRoot) && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Building the web interface (two minutes, the first time) …');
  const fresh = join(state, 'web.new');
  rmSync(fresh, { recursive: true, force: true });
  await exportWeb(join(root, 'client'), fresh);
  await precompress(fresh);
  rmSync(webRoot, { recursive: true, force: true });
  renameSync(fresh, webRoot);
  writeFileSync(stamp, wanted);
}
