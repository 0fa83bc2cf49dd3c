import { wrap, type Remote } from 'comlink';
import type { Scanner } from '../workers/scan.worker';

let worker: Remote<Scanner> | null = null;

/** The one worker that finds and straightens sheets, started on first use. */
export const scanner = (): Remote<Scanner> =>
  (worker ??= wrap<Scanner>(new Worker(new URL('../workers/scan.worker', window.location.href))));
