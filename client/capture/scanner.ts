import type { Scanner } from '../workers/scan.worker';
import { workerRemote } from '../workers/workerRemote';

/** The one worker that finds and straightens sheets, started on first use. */
export const scanner = workerRemote<Scanner>(() => new Worker(new URL('../workers/scan.worker', window.location.href)));
