import { useRef } from 'react';

/** The list of the render before, as long as it holds the same in the same order: effects can go by it. */
export function useSameList<T>(list: readonly T[]): readonly T[] {
  const kept = useRef(list);
  const same = kept.current.length === list.length && list.every((entry, i) => entry === kept.current[i]);
  if (!same) kept.current = list;
  return kept.current;
}
