import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { makeFolder, root, state } from './places.mjs';
import { postgresPrograms } from './postgres.mjs';
import { isInstalled, runQuietly } from './run.mjs';
import { StopError } from './stopError.mjs';

const MEGABYTE = 1024 * 1024;

/** Says so before anything is begun that would end half done. */
export function insistOnSpace() {
  const { bavail, bsize } = statfsSync(root);
  const free = (bavail * bsize) / MEGABYTE;
  const needed = existsSync(join(root, 'node_modules')) ? 300 : 2000;
  if (free < needed) {
    throw new StopError(
      `Only ${Math.round(free)} MB are free on this disk; Lippet needs ${needed} MB now. Free some space and start again.`,
    );
  }
}

/**
 * Installs the Debian packages that are missing, or says how to.
 * @param {{ browser?: boolean }} needs
 */
export async function insistOnDebianPackages({ browser = false } = {}) {
  const missing = [];
  if (!postgresPrograms()) missing.push('postgresql');
  if (!isInstalled('pdfinfo')) missing.push('poppler-utils');
  if (!isInstalled('qpdf')) missing.push('qpdf');
  if (!isInstalled('ffmpeg')) missing.push('ffmpeg');
  if (!isInstalled('espeak-ng')) missing.push('espeak-ng');
  if (!isInstalled('rsvg-convert')) missing.push('librsvg2-bin');
  if (!isInstalled('heif-convert')) missing.push('libheif-examples');
  if (browser && !existsSync('/usr/bin/chromium')) missing.push('chromium');
  if (browser && !existsSync('/usr/bin/chromium-headless-shell')) missing.push('chromium-headless-shell');
  if (missing.length === 0) return;
  const line = `apt-get install --yes --no-install-recommends ${missing.join(' ')}`;
  if (!isInstalled('apt-get')) {
    throw new StopError(
      `Lippet needs ${missing.join(' and ')}, and there is no apt-get here. Install them the way this system does.`,
    );
  }
  const isRoot = process.getuid?.() === 0;
  if (!isRoot && !isInstalled('sudo')) {
    throw new StopError(`Lippet needs ${missing.join(' and ')}. As root, run:\n\n  apt-get update && ${line}\n`);
  }
  console.log(`Installing ${missing.join(' and ')} …`);
  const prefix = isRoot ? [] : ['sudo', '-n'];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  try {
    for (const args of [['update'], line.split(' ').slice(1)]) {
      const [program, ...rest] = [...prefix, 'apt-get', ...args];
      await runQuietly(`apt-get ${args[0]}`, /** @type {string} */ (program), rest, { env });
    }
  } catch (error) {
    if (isRoot) throw error;
    throw new StopError(
      `Lippet needs ${missing.join(' and ')}. Run this, then start again:\n\n  sudo apt-get update && sudo ${line}\n`,
    );
  }
}

/** Brings node_modules to what the lock file says, if it is not. */
export async function insistOnNodePackages() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new StopError(`Lippet needs Node.js 20.19 or later; this is ${process.versions.node}.`);
  }
  const stamp = join(makeFolder(state), 'node-packages');
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const installed = existsSync(join(root, 'node_modules', '.package-lock.json'));
  if (installed && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  if (!isInstalled('npm')) throw new StopError('Lippet needs npm. On Debian, run: apt-get install npm');
  console.log('Installing the Node packages (about a minute) …');
  // No package here needs an install script: what is native comes built, as a package of its own.
  await runQuietly('npm ci', 'npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']);
  writeFileSync(stamp, wanted);
}
