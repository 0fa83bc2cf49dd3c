import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { byRatio, type Figure } from './figure';

/** JavaScript that a page's own HTML asks for, as gzip bytes. */
function firstScripts(webRoot: string): number {
  const html = readFileSync(join(webRoot, 'index.html'), 'utf8');
  const sources = [...html.matchAll(/<script[^>]*src="([^"]+)"/g)].map(([, source]) => source!);
  if (sources.length === 0)
    throw new Error(`${webRoot}/index.html asks for no script: ${readdirSync(webRoot).join(', ')}`);
  return sources.reduce((sum, source) => sum + gzipSync(readFileSync(join(webRoot, source)), { level: 9 }).length, 0);
}

/** First screen's JavaScript against an Expo app with Router and Paper and nothing in it. */
export async function firstLoad(webRoot: string, emptyRoot: string): Promise<Figure> {
  return byRatio('first-load', 'bytes', firstScripts(webRoot), firstScripts(emptyRoot), 1.25);
}
