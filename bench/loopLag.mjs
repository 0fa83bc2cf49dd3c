/**
 * Loaded into a server's process before the server: answers `lag` on its pipe with how long its thread kept others
 * waiting since it was asked last, in milliseconds (99th percentile and longest).
 */
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { isMainThread } from 'node:worker_threads';

/** Milliseconds between two looks; the histogram holds these too. */
const EVERY = 5;

if (isMainThread && process.send) {
  const delay = monitorEventLoopDelay({ resolution: EVERY });
  delay.enable();
  process.on('message', (message) => {
    if (message !== 'lag') return;
    process.send({ p99: Math.max(0, delay.percentile(99) / 1e6 - EVERY), longest: delay.max / 1e6 - EVERY });
    delay.reset();
  });
}
