import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';

/** Changing what stands under a key: why it was refused, in words; and the data is asked for anew after each try. */
export function useChange(key: QueryKey): {
  problem: string | null;
  /** @returns whether it was done */
  change: (action: () => Promise<unknown>) => Promise<boolean>;
  /** For who says by themselves what was refused, as a dialog does. @returns why it was; null where it was done */
  attempt: (action: () => Promise<unknown>) => Promise<string | null>;
} {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const attempt = async (action: () => Promise<unknown>): Promise<string | null> => {
    try {
      await action();
      return null;
    } catch (failed) {
      return (failed as Error).message;
    } finally {
      await client.invalidateQueries({ queryKey: key });
    }
  };
  return {
    problem,
    attempt,
    async change(action) {
      const why = await attempt(action);
      setProblem(why);
      return why === null;
    },
  };
}
