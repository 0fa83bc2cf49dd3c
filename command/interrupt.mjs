/**
 * Programs of ours that outlive Ctrl-C by themselves (they are of groups of their own, so that we can stop them in
 * order) must not outlive us when it comes while we are still starting, or measuring, or testing.
 */

/** @type {Set<{ child: import('node:child_process').ChildProcess, signal: NodeJS.Signals }>} */
const owned = new Set();
/** @type {NodeJS.Signals[]} */
const SIGNALS = ['SIGINT', 'SIGTERM', 'SIGHUP'];
const leave = () => process.exit(130);

process.once('exit', () => {
  for (const { child, signal } of owned) if (child.exitCode === null && child.signalCode === null) child.kill(signal);
});

/** From now on an interruption ends this process in a way that lets it end what it owns. */
export function leaveOnInterrupt() {
  for (const signal of SIGNALS) process.on(signal, leave);
}

/** Whoever waits for the interruption itself, and stops things in order, takes over here. */
export function takeOverInterrupt() {
  for (const signal of SIGNALS) process.off(signal, leave);
}

/**
 * Ends a child with this process, however that ends.
 * @param {import('node:child_process').ChildProcess} child @param {NodeJS.Signals} signal
 */
export function own(child, signal) {
  const entry = { child, signal };
  owned.add(entry);
  child.once('exit', () => owned.delete(entry));
}
