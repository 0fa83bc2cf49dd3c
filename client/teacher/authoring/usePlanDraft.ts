import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { useMe } from '../../api/queries';
import { mediaOutbox } from '../../api/mediaOutbox';
import { PlanDraft, type PlanDraftState } from './planDraft';

const NOTHING: StoreApi<PlanDraftState | null> = createStore<PlanDraftState | null>(() => null);

/** The draft of an activity, opened once and kept until one leaves. */
export function usePlanDraft(id: string): {
  draft: PlanDraft | null;
  state: PlanDraftState | null;
  error: Error | null;
  again: () => void;
} {
  const owner = useMe().data?.id;
  const [draft, setDraft] = useState<PlanDraft | null>(null);
  const [error, setError] = useState<Error | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (!owner) return undefined;
    let gone = false;
    let opened: PlanDraft | null = null;
    void mediaOutbox.start();
    PlanDraft.open(id, owner).then(
      (found) => {
        opened = found;
        if (gone) return found.destroy();
        setError(null);
        return setDraft(found);
      },
      (problem: Error) => !gone && setError(problem),
    );
    return () => {
      gone = true;
      opened?.destroy();
    };
  }, [id, owner, tries]);
  const state = useStore((draft?.state ?? NOTHING) as StoreApi<PlanDraftState | null>);
  return { draft, state, error, again: () => setTries(tries + 1) };
}
