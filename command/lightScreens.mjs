import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './places.mjs';

/**
 * Libraries that weigh as much as all screens together. Every device fetches and reads the code of the screens; that of
 * a worker only comes to those who ask it for something.
 */
const HEAVY = ['pdf-lib', '@pdf-lib/fontkit', 'harfbuzzjs', 'mathjs', 'pdfjs-dist'];

const CLIENT = join(root, 'client');

const routes = () =>
  readdirSync(join(CLIENT, 'app'), { recursive: true })
    .map((file) => join(CLIENT, 'app', String(file)))
    .filter((file) => file.endsWith('.tsx'));

/** @param {string} name of a package, or a file within one */
const isHeavy = (name) => HEAVY.some((heavy) => name === heavy || name.startsWith(`${heavy}/`));

/**
 * The libraries of `HEAVY` that come with these files, each with the file that asks for it.
 * @param {string[]} entryPoints
 * @returns {Promise<string[]>} as `file: library`
 */
async function heavyImportsOf(entryPoints) {
  // Packages may only be there by now.
  const { build } = await import('esbuild');
  const { metafile } = await build({
    entryPoints,
    outdir: 'nowhere',
    write: false,
    metafile: true,
    bundle: true,
    format: 'esm',
    platform: 'browser',
    packages: 'external',
    alias: { '@lippet/core': join(root, 'core') },
    loader: { '.png': 'empty', '.svg': 'empty', '.ttf': 'empty', '.woff2': 'empty' },
    absWorkingDir: root,
    logLevel: 'error',
  });
  return Object.entries(metafile.inputs).flatMap(([file, { imports }]) =>
    imports.filter(({ path, external }) => external && isHeavy(path)).map(({ path }) => `${file}: ${path}`),
  );
}

/** Whether no screen fetches what only workers need; and whether that would be seen, tried on a worker. */
export async function screensStayLight() {
  const found = await heavyImportsOf(routes());
  for (const where of found) console.error(`Fetched with every screen, and only for workers: ${where}`);
  const seen = (await heavyImportsOf([join(CLIENT, 'workers', 'export.worker.ts')])).length > 0;
  if (!seen)
    console.error('The worker that makes PDFs is said to need no library for them: this check has come loose.');
  return found.length === 0 && seen;
}
