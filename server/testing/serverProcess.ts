import { fork, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { CHECKOUT } from './checkout';
import type { SmallSchool } from './smallSchool';

/** Packs a program of ours into one file: from its sources it takes longer to start than most tests run. */
export async function packProgram(source: string, name: string): Promise<string> {
  // Beside the server's packages, because it looks for them from where it lies.
  const outfile = join(CHECKOUT, 'server', 'node_modules', '.cache', 'lippet', `${name}.mjs`);
  await build({
    entryPoints: [join(CHECKOUT, source)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { '@lippet/core': join(CHECKOUT, 'core') },
    logLevel: 'error',
  });
  return outfile;
}

/** A process that says over its pipe where it listens. */
export class ServerProcess {
  private constructor(
    readonly child: ChildProcess,
    readonly port: number,
  ) {}

  /** @param program a file of {@link packProgram} */
  static async start(program: string, school: SmallSchool): Promise<ServerProcess> {
    const child = fork(program, {
      cwd: CHECKOUT,
      env: {
        ...process.env,
        LIPPET_DATABASE_URL: school.database.url,
        LIPPET_PORT: '0',
        LIPPET_FILES: school.filesRoot,
        LIPPET_LOG_LEVEL: 'silent',
        NODE_OPTIONS: '',
      },
    });
    const { listening } = await ServerProcess.told<{ listening: number }>(child);
    return new ServerProcess(child, listening);
  }

  /** What a process says next; rejects where it ends instead. */
  static told<T>(child: ChildProcess): Promise<T> {
    return new Promise((resolve, reject) => {
      const ended = (code: number | null): void => reject(new Error(`The server ended (${code}) too early.`));
      child.once('exit', ended);
      child.once('message', (message) => {
        child.off('exit', ended);
        resolve(message as T);
      });
    });
  }

  get runs(): boolean {
    return this.child.exitCode === null && this.child.signalCode === null;
  }

  /** Bytes of memory that it holds. */
  get memory(): number {
    const pages = Number(readFileSync(`/proc/${this.child.pid}/statm`, 'utf8').split(' ')[1]);
    return pages * 4096;
  }

  /** Files below a folder that it has open. */
  openFiles(folder: string): number {
    const fds = `/proc/${this.child.pid}/fd`;
    return readdirSync(fds).filter((fd) => linkOf(join(fds, fd)).startsWith(folder)).length;
  }

  async end(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
    if (!this.runs) return;
    const gone = new Promise((resolve) => this.child.once('exit', resolve));
    this.child.kill(signal);
    await gone;
  }
}

/** Where a link leads; nowhere, once it is gone. */
function linkOf(path: string): string {
  try {
    return readlinkSync(path);
  } catch {
    return '';
  }
}
