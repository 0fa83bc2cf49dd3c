import { leaveOnInterrupt } from './interrupt.mjs';
import { plainSentence } from './stopError.mjs';

const HELP = `Lippet

  ./lippet demo [--fresh]          sets everything up and runs it with the made-up school
  ./lippet dev                     the same, reloading on change
    ./lippet test [what …]           types · lint · unit · journeys; all of them without a word
  ./lippet test --strict           a journey that needs a second try fails the run
  ./lippet test --changed[=COMMIT] types, and lint and the unit tests of what has changed since then
  ./lippet bench [name …] [--json] measures against floors of the same run
  ./lippet screenshots             makes docs/screenshots anew from the demo
  ./lippet stop                    stops a running one, and what a killed start has left
`;

/** @type {Record<string, () => Promise<(args: string[]) => Promise<void>>>} */
const COMMANDS = {
  demo: async () => (await import('./demo.mjs')).demo,
  dev: async () => (await import('./dev.mjs')).dev,
  test: async () => (await import('./test.mjs')).test,
  bench: async () => (await import('./bench.mjs')).bench,
  screenshots: async () => (await import('./screenshots.mjs')).screenshots,
  stop: async () => (await import('./stop.mjs')).stop,
};

const [name = 'help', ...args] = process.argv.slice(2);
const command = COMMANDS[name];
if (!command) {
  process.stdout.write(HELP);
  process.exitCode = name === 'help' || name === '--help' ? 0 : 2;
} else {
  leaveOnInterrupt();
  try {
    await (
      await command()
    )(args);
  } catch (error) {
    const sentence = plainSentence(error);
    if (sentence === null) throw error;
    console.error(`\n${sentence}`);
    process.exitCode = 1;
  }
}
