import {
  NOTHING_TRIED,
  type HintsView,
  type RightView,
  type TriesView,
  type TryView,
  type VariantView,
} from '@lippet/core/contract/tries';
import { skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { request, RequestError } from '../api/request';

/** What is asked of school, until it has answered. */
export type Giving =
  { kind: 'idle' } | { kind: 'giving'; question: string } | { kind: 'failed'; question: string; why: string };

/** An answer that is given for good. */
export interface GivenAnswer {
  part: string;
  question: string;
  /** 0 for the question itself. */
  variant: number;
  answer: object;
  /** Typed beside it. */
  working?: string;
  /** By the school's clock, where it is handed in once the time is over. */
  madeAt?: number;
}

const triesKey = (pieceId: string): readonly string[] => ['tries', pieceId];

/** What was tried until a go was sent. */
export const useTriesUntil = (goId: string | null) =>
  useQuery({
    queryKey: ['tries until', goId],
    queryFn: goId === null ? skipToken : () => request('GET /goes/:id/tries', { id: goId }),
  });

const withHints = (hints: readonly HintsView[], given: HintsView): HintsView[] => [
  ...hints.filter(({ part, question }) => part !== given.part || question !== given.question),
  given,
];

/** Tries of a piece, and the ways to give one for good, to ask for a hint, and for the same with other numbers. */
export function useTries(pieceId: string) {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: triesKey(pieceId),
    queryFn: () => request('GET /pieces/:id/tries', { id: pieceId }),
  });
  const [giving, setGiving] = useState<Giving>({ kind: 'idle' });
  // The same answer that is given again, as after a network that broke off, is the same try.
  const wasUnreachable = useRef(false);
  const keys = useRef(new Map<string, string>());
  const keep = (change: (before: TriesView) => TriesView): void => {
    client.setQueryData<TriesView>(triesKey(pieceId), (before) => change(before ?? NOTHING_TRIED));
  };

  /** Asks something of school about a question. @returns null where that failed, which is said */
  async function ask<T>(question: string, work: () => Promise<T>): Promise<T | null> {
    setGiving({ kind: 'giving', question });
    try {
      const answer = await work();
      wasUnreachable.current = false;
      setGiving({ kind: 'idle' });
      return answer;
    } catch (failure) {
      wasUnreachable.current = failure instanceof RequestError && failure.code === 'unreachable';
      // Whether it came through, the list says.
      if (failure instanceof RequestError && failure.code !== 'unreachable') void refetch();
      setGiving({ kind: 'failed', question, why: (failure as Error).message });
      return null;
    }
  }

  /** Gives an answer for good. */
  async function give({ part, question, variant, answer, working, madeAt }: GivenAnswer): Promise<TryView | null> {
    const wish = `${question} ${variant} ${JSON.stringify(answer)}`;
    const key = keys.current.get(wish) ?? crypto.randomUUID();
    keys.current.set(wish, key);
    const body = { key, part, question, variant, answer, working, madeAt };
    const tried = await ask(question, () => request('POST /pieces/:id/tries', { id: pieceId }, body));
    if (!tried) return null;
    keys.current.delete(wish);
    keep((before) => ({
      ...before,
      go: tried.go,
      tries: [...before.tries.filter(({ id }) => id !== tried.id), tried],
    }));
    // What was right may be shown now.
    void refetch();
    return tried;
  }

  /** Asks for the hint with this number, from 1. */
  async function hint(part: string, question: string, number: number): Promise<void> {
    const given = await ask(question, () =>
      request('POST /pieces/:id/hints', { id: pieceId }, { part, question, number }),
    );
    if (given) keep((before) => ({ ...before, hints: withHints(before.hints, given) }));
  }

  /** Asks for the same question with other numbers. */
  const another = (part: string, question: string): Promise<VariantView | null> =>
    ask(question, () => request('POST /pieces/:id/variants', { id: pieceId }, { part, question }));

  /** Begins the time of a set. */
  async function start(part: string): Promise<void> {
    const time = await ask(part, () => request('POST /pieces/:id/set-times', { id: pieceId }, { part }));
    if (time) await refetch();
  }

  /** Goes through a set once more. @param seen ids of tries that were looked at. @returns whether it is begun */
  async function again(part: string, seen: string[]): Promise<boolean> {
    const round = await ask(part, () => request('POST /pieces/:id/rounds', { id: pieceId }, { part, seen }));
    if (round) await refetch();
    return round !== null;
  }

  const { tries, hints, shown, times, now, rounds, closed, help } = data ?? NOTHING_TRIED;
  const go = data?.go ?? null;
  /** Whether what was asked last did not reach school. */
  const unreachable = (): boolean => wasUnreachable.current;
  const known = { tries, hints, shown, times, now, rounds, closed, help, go, error, giving };
  return { ...known, ask, refetch, give, hint, another, start, again, unreachable };
}

export type Tries = ReturnType<typeof useTries>;

/** Which time through a set it is, from 1. */
export const roundOf = (rounds: TriesView['rounds'], part: string): number =>
  rounds.find((one) => one.part === part)?.round ?? 1;

/** Tries that still stand where one is with a set: of this time through, or of goes before the first time. */
export const standingTries = (
  { tries, rounds, go }: Pick<Tries, 'tries' | 'rounds' | 'go'>,
  part: string,
): TryView[] => {
  const round = roundOf(rounds, part);
  return tries.filter(
    (tried) => tried.part === part && tried.variant === 0 && (tried.go === go ? tried.round === round : round === 1),
  );
};

/** What was right of a question, in words; null where that is not shown. */
export const rightOf = (shown: readonly RightView[], part: string, question: string): string | null =>
  shown.find((right) => right.part === part && right.question === question)?.words ?? null;

/** Hints that were asked for. */
export const hintsOf = (hints: readonly HintsView[], part: string, question: string): readonly string[] =>
  hints.find((given) => given.part === part && given.question === question)?.hints ?? [];
