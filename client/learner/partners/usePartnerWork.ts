import { markItems } from '@lippet/core/page/document';
import type { PartnerReviewView } from '@lippet/core/contract/partners';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import { keys, usePartnersWork } from '../../api/queries';
import { request } from '../../api/request';
import { useEditor } from '../../page/document/useEditor';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { useLiveDocument } from '../../page/document/useLiveDocument';
import { usePartView } from '../../page/document/usePartView';
import { PartnerDraft } from './partnerDraft';

/** Giving what was said: not asked for, on its way, or why it did not go. */
export type Giving = { step: 'idle' } | { step: 'giving' } | { step: 'failed'; why: string };

const IDLE: Giving = { step: 'idle' };

/**
 * A partner's work, what is said of it, and giving that.
 * @param onGiven once it has gone
 */
export function usePartnerWork(review: PartnerReviewView, onGiven: () => void) {
  const client = useQueryClient();
  const { id, state } = review;
  const there = state !== 'waits';
  const { data: bytes, error: missing, refetch } = usePartnersWork(id, there);
  const doc = useFrozenDocument(bytes);
  const shown = usePartView(doc, review.parts);
  const { live, loaded, frozen } = useLiveDocument(there ? `partner:${id}` : null);
  const editor = useEditor(live, markItems);
  const editable = loaded && !frozen && (state === 'to-do' || state === 'begun');
  const [draft] = useState(
    () => new PartnerDraft(review, (words) => request('PUT /partner-reviews/:id/said', { id }, words)),
  );
  const [giving, setGiving] = useState<Giving>(IDLE);
  const home = `groups/${review.groupId}` as const;
  // What was said while there was no network goes on its way here.
  useEffect(() => void mediaOutbox.start(), []);
  useEffect(() => {
    if (editable && editor) void editor.takeUpStroke();
  }, [editable, editor]);
  // Why it did not go may not be so any more once something is marked or said.
  useEffect(() => {
    const forget = (): void => setGiving((before) => (before.step === 'failed' ? IDLE : before));
    const stop = draft.state.subscribe(({ words }, { words: before }) => words !== before && forget());
    live?.doc.on('update', forget);
    return () => {
      stop();
      live?.doc.off('update', forget);
    };
  }, [draft, live]);
  const keepLast = useEffectEvent(() => void draft.keep());
  useEffect(() => () => keepLast(), []);

  const anew = async (): Promise<void> => {
    await client.invalidateQueries({ queryKey: keys.partnerReview(id) });
    await client.invalidateQueries({ queryKey: keys.partners });
  };
  /** @returns why it did not go, as a sentence */
  const giveNow = async (): Promise<string | null> => {
    if (!live) return 'This is not open yet. Try again in a moment.';
    const unsaid = await draft.keep();
    if (unsaid) return unsaid;
    await live.allAtSchool();
    const way = onTheirWay(mediaOutbox.state.getState(), home);
    if (way) return `There is still ${wayWords(way)}: what you said. Try again in a moment.`;
    await request('POST /partner-reviews/:id/give', { id }, { extent: live.extent() });
    return null;
  };
  const give = async (): Promise<void> => {
    setGiving({ step: 'giving' });
    try {
      const why = await giveNow();
      setGiving(why === null ? IDLE : { step: 'failed', why });
      if (why !== null) return;
      await anew();
      onGiven();
    } catch (error) {
      setGiving({ step: 'failed', why: (error as Error).message });
    }
  };
  return {
    /** Why the work can't be shown, and asking for it again. */
    missing: missing && { words: missing.message, again: () => void refetch() },
    doc,
    shown,
    live,
    editor,
    editable,
    draft,
    giving,
    home,
    give: () => void give(),
  };
}

export type PartnerWorkInHand = ReturnType<typeof usePartnerWork>;
