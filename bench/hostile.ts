/** `hostile`: how many of the hostile inputs of `server/hostile` were not answered rightly by one running server. */
import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alone, type Figure } from './figure';

interface Results {
  numTotalTests: number;
  numPassedTests: number;
}

/** @returns the inputs that were answered wrongly, as a part of a hundred */
export async function hostile(): Promise<Figure> {
  const folder = await mkdtemp(join(tmpdir(), 'lippet-hostile-'));
  const results = join(folder, 'results.json');
  try {
    await new Promise<void>((resolve, reject) => {
      const args = ['jest', '--selectProjects', 'server', '--json', `--outputFile=${results}`, 'server/hostile'];
      const run = spawn('npx', args, { stdio: ['ignore', 2, 2] });
      run.once('error', reject);
      run.once('exit', () => resolve());
    });
    const { numTotalTests, numPassedTests } = JSON.parse(await readFile(results, 'utf8')) as Results;
    if (numTotalTests === 0) throw new Error('No hostile input was tried.');
    return alone('hostile', '%', (100 * (numTotalTests - numPassedTests)) / numTotalTests, 0);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
