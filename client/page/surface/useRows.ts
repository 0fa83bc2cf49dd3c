import { useRef } from 'react';

/** @returns one object for each name: what is typed under one name, and nothing else between, is one step of undo */
export function useRows(): (name: string) => object {
  const rows = useRef(new Map<string, object>()).current;
  return (name) => {
    const row = rows.get(name) ?? {};
    rows.set(name, row);
    return row;
  };
}
