/** The code that comes late (lateScreens): fetched when it is needed first, also where school is away just then. */

import type * as LateScreens from './lateScreens';

/** How long until it is asked for again, in milliseconds. */
const AGAIN = 2_000;

/** Whether school answers at all. */
const schoolAnswers = (): Promise<boolean> =>
  fetch('/api/health').then(
    ({ ok }) => ok,
    () => false,
  );

/**
 * What comes late, once it is here. While school can't be reached it is asked for again until it can, so that whoever
 * waits for a screen sees it come.
 *
 * @throws where school answers and does not have it: a page that was loaded before school was changed has to be loaded anew
 */
export async function late(): Promise<typeof LateScreens> {
  try {
    return await import('./lateScreens');
  } catch (error) {
    console.warn('What comes late is asked for again.', error);
  }
  while (!(await schoolAnswers())) await new Promise((resolve) => setTimeout(resolve, AGAIN));
  return import('./lateScreens').catch(async (error: unknown) => {
    if (await schoolAnswers()) throw error;
    return late();
  });
}
