import type { Jobs } from '@lippet/server/jobs/jobs';

/** Where what is measured asks for jobs, none are done. */
export const NO_JOBS: Jobs = { send: () => Promise.resolve(), answer: () => Promise.resolve() };
