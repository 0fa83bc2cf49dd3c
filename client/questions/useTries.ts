import type { TriesView, TryView } from '@lippet/core/contract/tries';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { request, RequestError } from '../api/request';

/** What is being given, until school has answered. */
export type Giving =
  { kind: 'idle' } | { kind: 'giving'; question: string } | { kind: 'failed'; question: string; why: string };

const NONE: readonly TryView[] = [];

const triesKey = (pieceId: string): readonly string[] => ['tries', pieceId];

/** What was tried until a go was sent. */
export const useTriesUntil = (goId: string) =>
  useQuery({ queryKey: ['tries until', goId], queryFn: () => request('GET /goes/:id/tries', { id: goId }) });

/** Tries of a piece, and the way to give one for good. */
export function useTries(pieceId: string) {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: triesKey(pieceId),
    queryFn: () => request('GET /pieces/:id/tries', { id: pieceId }),
  });
  const [giving, setGiving] = useState<Giving>({ kind: 'idle' });
  // The same answer that is given again, as after a network that broke off, is the same try.
  const keys = useRef(new Map<string, string>());
  const keep = (tried: TryView): void => {
    client.setQueryData<TriesView>(triesKey(pieceId), (before) => ({
      go: tried.go,
      tries: [...(before?.tries ?? []).filter(({ id }) => id !== tried.id), tried],
    }));
  };

  /** Gives an answer for good; what came of it is among the tries, or why it could not be given is said. */
  async function give(part: string, question: string, answer: object): Promise<void> {
    const wish = `${question} ${JSON.stringify(answer)}`;
    const key = keys.current.get(wish) ?? crypto.randomUUID();
    keys.current.set(wish, key);
    setGiving({ kind: 'giving', question });
    try {
      const tried = await request('POST /pieces/:id/tries', { id: pieceId }, { key, part, question, answer });
      keys.current.delete(wish);
      keep(tried);
      setGiving({ kind: 'idle' });
    } catch (failure) {
      // Whether it came through, the list says.
      if (failure instanceof RequestError && failure.code !== 'unreachable') void refetch();
      setGiving({ kind: 'failed', question, why: (failure as Error).message });
    }
  }
  return { tries: data?.tries ?? NONE, go: data?.go ?? null, error, refetch, giving, give };
}
