import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import type { HostAnswer, HostRequest } from '@lippet/server/testing/serverHost';

const ROOT = join(import.meta.dirname, '..');
const PACKED = join(ROOT, '.lippet', 'server');

/** Something that a school's server runs in. */
export interface ServerProgram {
  /** @returns the port it listens on */
  start(settings: Record<string, string>): Promise<number>;
  /** Ends it in order, or as a power cut would. */
  end(how: 'in order' | 'at once'): Promise<void>;
}

function run(program: string, env: NodeJS.ProcessEnv): ChildProcess {
  return spawn(process.execPath, [join(PACKED, program)], {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
}

/** What a process says next; rejects where it ends instead. */
function nextWord<T>(child: ChildProcess): Promise<T> {
  return new Promise((resolve, reject) => {
    const ended = (code: number | null): void => reject(new Error(`The server ended (${code}) before it answered.`));
    child.once('exit', ended);
    child.once('message', (message) => {
      child.off('exit', ended);
      resolve(message as T);
    });
  });
}

async function endProcess(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  await gone;
}

/** The server as it is shipped, in a process of its own. */
export class ShippedServer implements ServerProgram {
  private child: ChildProcess | null = null;

  async start(settings: Record<string, string>): Promise<number> {
    this.child = run('main.mjs', { ...process.env, ...settings });
    return (await nextWord<{ listening: number }>(this.child)).listening;
  }

  async end(how: 'in order' | 'at once'): Promise<void> {
    if (this.child) await endProcess(this.child, how === 'in order' ? 'SIGTERM' : 'SIGKILL');
  }

  /** How long its thread kept others waiting since it was asked last, in ms, where bench/loopLag.mjs is loaded. */
  lag(): Promise<{ p99: number; longest: number }> {
    const answer = nextWord<{ p99: number; longest: number }>(this.child!);
    this.child!.send('lag');
    return answer;
  }
}

/** A process that runs one school's server after another's; killed, it is started anew. */
export class ServerHost implements ServerProgram {
  private child: ChildProcess | null = null;

  async start(settings: Record<string, string>): Promise<number> {
    const answer = await this.ask({ start: settings });
    if (!('listening' in answer)) throw new Error(`The server did not start: ${JSON.stringify(answer)}`);
    return answer.listening;
  }

  async end(how: 'in order' | 'at once'): Promise<void> {
    if (how === 'in order') await this.ask({ stop: true });
    else await this.close();
  }

  async close(): Promise<void> {
    if (this.child) await endProcess(this.child, 'SIGKILL');
    this.child = null;
  }

  private ask(request: HostRequest): Promise<HostAnswer> {
    this.child ??= run('serverHost.mjs', process.env);
    const answer = nextWord<HostAnswer>(this.child);
    this.child.send(request);
    return answer;
  }
}
