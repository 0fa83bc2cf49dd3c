import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useStore } from 'zustand';
import { goDocument } from '../../api/queries';
import { MARK_TOOLS } from '../../page/surface/toolList';
import { frozenDocument } from '../../page/document/useFrozenDocument';
import { useToolKeys } from '../../page/surface/useToolKeys';
import { useDrawing } from '../../stores/drawing';
import { useSameList } from '../../ui/useSameList';
import { OVER_SHEET, togglePanel } from './deskView';
import type { Desk } from './useDesk';
import { useDeskKeys } from './useDeskKeys';
import { reviewOf } from './useReview';

/** What was fetched ahead counts as new for so long, in milliseconds. */
const FRESH = 30_000;

/** The keys of the desk and of its tools. */
export function useDeskControls({ view, queue, inHand, choose, tell }: Desk): void {
  const panel = useStore(view, (state) => state.panel);
  const surface = useStore(view, (state) => state.surface);
  const { tool, setTool } = useDrawing();
  const { shown, marks } = inHand;
  useToolKeys(marks.editable && panel === null, MARK_TOOLS, { surface });
  useEffect(() => {
    if (!MARK_TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);
  const nextPart = (): void | false => {
    const { parts, part } = shown;
    if (parts.length < 2) return false;
    shown.choosePart(parts[(parts.findIndex(({ id }) => id === part?.id) + 1) % parts.length]!.id);
  };
  const leave = (): void | false => {
    if (OVER_SHEET.includes(panel)) return view.setState({ panel: null });
    return document.activeElement instanceof HTMLTextAreaElement ? document.activeElement.blur() : false;
  };
  useDeskKeys({
    next: () => queue.after && choose(queue.after.personId),
    before: () => queue.before && choose(queue.before.personId),
    waiting: () => queue.nextWaiting && choose(queue.nextWaiting.personId),
    part: nextPart,
    note: () => document.querySelector<HTMLElement>('[data-testid="answer"] textarea')?.focus(),
    leave,
    finished: () => tell('finished'),
    again: () => tell('again'),
    beside: () => ((queue.piece.go?.number ?? 0) > 1 ? togglePanel(view, 'beside') : false),
    watch: () => view.setState({ watching: true }),
    all: () => togglePanel(view, 'everybody'),
    help: () => view.setState({ panel: 'keys' }),
  });
}

/** The pieces on either side are fetched, and read, while this one is looked at. */
export function useFetchedAhead({ queue: { before, after, nextWaiting } }: Desk): void {
  const client = useQueryClient();
  const neighbours = useSameList([after, before, nextWaiting].flatMap((piece) => piece?.go?.id ?? []));
  useEffect(() => {
    for (const id of neighbours) {
      void client.fetchQuery(goDocument(id)).then(frozenDocument, () => undefined);
      void client.prefetchQuery({ ...reviewOf(id), staleTime: FRESH });
    }
  }, [client, neighbours]);
}
