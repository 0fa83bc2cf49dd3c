import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { build } from 'esbuild';
import { ProblemError } from '../problems/problem';
import {
  isShortage,
  PROGRAM_LIMITS,
  ProgramOverLimitError,
  ProgramRefusedError,
  runProgram,
  type ProgramLimits,
} from './program';

const LIMITS: ProgramLimits = { processor: 1, memory: 1 << 28, output: 1 << 16 };
const TOO_MUCH = join(tmpdir(), `lippet-too-much-${process.pid}`);
afterAll(() => rm(TOO_MUCH, { force: true }));

const shell = (script: string, limits = LIMITS, input?: string) =>
  runProgram('judging', 'sh', ['-c', script], limits, input);

/** Asks again and again until there is an answer. */
async function until<T>(ask: () => T | null | Promise<T | null>): Promise<T> {
  for (;;) {
    const answer = await ask();
    if (answer !== null) return answer;
    await setTimeout(50);
  }
}

const numberIn = (file: string): Promise<number | null> =>
  readFile(file, 'utf8').then(
    (text) => Number(text) || null,
    () => null,
  );

function isRunning(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

describe('a program', () => {
  it('gets its input, and gives what it says', async () => {
    expect((await shell('cat; echo " and more"', LIMITS, 'read')).toString()).toBe('read and more\n');
  });

  it('says why it refuses', async () => {
    const refusal = await shell('echo "a page is missing" >&2; exit 3').catch((error: unknown) => error);
    expect(refusal).toBeInstanceOf(ProgramRefusedError);
    expect((refusal as ProgramRefusedError).output).toBe('a page is missing\n');
  });

  it.each([
    ['counts for ever', 'i=0; while :; do i=$((i+1)); done'],
    ['says more than it may', 'head -c 200000 /dev/zero'],
    ['writes more than it may', `head -c 200000 /dev/zero > ${TOO_MUCH}`],
  ])('that %s has taken too much: that is certain', async (_name, script) => {
    await expect(shell(script)).rejects.toBeInstanceOf(ProgramOverLimitError);
  });

  it('that asks for more memory than it may does not get it', async () => {
    const greedy = ['-e', 'const all = []; for (;;) all.push(Buffer.alloc(1 << 24, 1));'];
    await expect(runProgram('judging', process.execPath, greedy, LIMITS)).rejects.toBeInstanceOf(ProgramRefusedError);
  });

  it.each([
    ['whose time on the clock is over', 'sleep 60'],
    ['that the machine could not keep', 'kill -KILL $$'],
  ])('%s says nothing of the file: later', async (_name, script) => {
    const error = await shell(script, { ...LIMITS, clock: 0.5 }).catch((reason: unknown) => reason);
    expect(error).toBeInstanceOf(ProblemError);
    expect((error as ProblemError).code).toBe('busy');
  });

  it('that is not installed is no fault of the file', async () => {
    await expect(runProgram('judging', 'no-such-program', [], LIMITS)).rejects.not.toBeInstanceOf(ProgramRefusedError);
  });

  it('ends with the server, however that ends', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'lippet-program-'));
    const server = join(folder, 'server.mjs');
    await build({
      stdin: {
        contents: `import { runProgram } from './program';
          void runProgram('making', 'sh', ['-c', 'echo $$ > ${folder}/pid; sleep 100'], ${JSON.stringify(PROGRAM_LIMITS.make)});`,
        resolveDir: __dirname,
        loader: 'ts',
      },
      bundle: true,
      platform: 'node',
      format: 'esm',
      banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
      outfile: server,
    });
    const child = spawn(process.execPath, [server]);
    const pidFile = join(folder, 'pid');
    const pid = await until(() => numberIn(pidFile));
    child.kill('SIGKILL');
    await once(child, 'exit');
    await until(async () => (isRunning(pid) ? null : true));
    await rm(folder, { recursive: true });
  });
});

describe('shortages', () => {
  it('are told from what is wrong with a file', () => {
    expect(isShortage(Object.assign(new Error('spawn'), { code: 'EAGAIN' }))).toBe(true);
    expect(isShortage(new Error('unable to open for read; system error: Too many open files'))).toBe(true);
    expect(isShortage(new Error('VipsJpeg: Premature end of JPEG file'))).toBe(false);
  });
});
