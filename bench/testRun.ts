/** `tests`: the whole of `./lippet test`, as one runs it before one hands something on. */
import { spawn } from 'node:child_process';
import { alone, type Figure } from './figure';

/** Seconds that it may take on two cores. */
const BUDGET = 20 * 60;

/** @returns seconds; over the budget in any case where a test failed, because a run that broke off is no run */
export async function testRun(): Promise<Figure> {
  const begun = performance.now();
  const code = await new Promise<number>((resolve, reject) => {
    const run = spawn('./lippet', ['test'], { stdio: ['ignore', 2, 2] });
    run.once('error', reject);
    run.once('exit', (ended) => resolve(ended ?? 1));
  });
  const figure = alone('tests', 's', (performance.now() - begun) / 1000, BUDGET);
  return { ...figure, ok: figure.ok && code === 0 };
}
