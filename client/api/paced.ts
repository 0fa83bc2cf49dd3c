/**
 * Work that is asked for more often than it should be done: done at once where it was not done for a while, and else once
 * at the end of the pace, however often it was asked for until then.
 *
 * @param pace in milliseconds
 */
export function paced(work: () => void, pace: number): () => void {
  let last = Number.NEGATIVE_INFINITY;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const now = (): void => {
    timer = undefined;
    last = performance.now();
    work();
  };
  return () => {
    if (timer !== undefined) return;
    const wait = last + pace - performance.now();
    if (wait <= 0) now();
    else timer = setTimeout(now, wait);
  };
}
