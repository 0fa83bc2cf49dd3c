import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';

/** Changing what stands under a key: why it was refused, in words; and the data is asked for anew after each try. */
export function useChange(key: QueryKey): {
  problem: string | null;
  change: (action: () => Promise<unknown>) => Promise<boolean>;
} {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  return {
    problem,
    async change(action) {
      try {
        await action();
        setProblem(null);
        return true;
      } catch (failed) {
        setProblem((failed as Error).message);
        return false;
      } finally {
        await client.invalidateQueries({ queryKey: key });
      }
    },
  };
}
