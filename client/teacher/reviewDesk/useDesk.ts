import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import type { Outcome } from '@lippet/core/piece/pieceState';
import type { SendCheck } from '@lippet/core/piece/sendChecks';
import { useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useState } from 'react';
import { keys } from '../../api/queries';
import { partUi } from '../../parts/registry';
import { createDeskView, type DeskViewStore } from './deskView';
import { OutcomeTeller } from './telling';
import { useGoInHand, type GoInHand } from './useGoInHand';
import { useLineActions } from './useLineActions';
import { useQueue, type Queue } from './useQueue';
import type { NewDates } from './useReview';

/** All that the views of the desk work with. */
export interface Desk {
  activity: ReviewQueueView;
  zone: string;
  view: DeskViewStore;
  teller: OutcomeTeller;
  queue: Queue;
  inHand: GoInHand;
  /** The first name of whose piece it is. */
  first: string;
  /** Whether there are pages to mark on; what is only heard or seen gets pins on its moments, and no ink. */
  paged: boolean;
  /** The learner's own dates, where another go is to have some. */
  dates: NewDates;
  busy: boolean;
  /** What came of the last thing that was done with several. */
  news: string | null;
  choose: (personId: string) => void;
  setDates: (dates: NewDates) => void;
  /** Tells an outcome, and goes on meanwhile. */
  tell: (outcome: Outcome) => void;
  /** Decides an outcome without telling it yet; null lets go of it. */
  hold: (outcome: Outcome | null) => void;
  tellHeld: () => void;
  remind: (person: string | null) => void;
  goToCheck: (check: SendCheck) => void;
}

const NO_DATES: NewDates = {};

/** @param activity with at least one learner */
export function useDesk(activity: ReviewQueueView, startWith: string | null, zone: string): Desk {
  const { activityId, line: all, parts } = activity;
  const client = useQueryClient();
  // Asked for while the teacher goes on: the next piece does not wait for the list.
  const listAnew = (): Promise<void> => client.invalidateQueries({ queryKey: keys.line(activityId) });
  const [view] = useState(() => createDeskView(startWith));
  const [teller] = useState(() => new OutcomeTeller(listAnew));
  const queue = useQueue(all, view, teller);
  const inHand = useGoInHand(queue.piece, activity);
  const line = useLineActions(activityId, teller);
  const [deciding, setDeciding] = useState(false);
  const [given, setGiven] = useState<{ goId: string; dates: NewDates } | null>(null);
  const { goId, answer, marks, open, shown } = inHand;
  const { nextOpen, nextWaiting, piece } = queue;
  const dates = given && given.goId === goId ? given.dates : NO_DATES;
  const busy = deciding || line.busy;
  const choose = (personId: string): void => view.setState({ personId });

  const tell = async (outcome: Outcome): Promise<void> => {
    const { live } = marks;
    if (!live || !goId || !answer.review || !open || busy || teller.isUnder(goId)) return;
    answer.setProblem(null);
    view.setState({ answering: false });
    // Out of the note, so that the next key is a key again.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    const telling = teller.tell({
      goId,
      reviewId: answer.review.id,
      personId: piece.personId,
      name: piece.name,
      outcome,
      release: () => answer.release(outcome, live, dates),
    });
    if (nextWaiting) return choose(nextWaiting.personId);
    setDeciding(true);
    await telling.finally(() => setDeciding(false));
  };
  const hold = async (outcome: Outcome | null): Promise<void> => {
    if (!marks.live || busy) return;
    setDeciding(true);
    const failed = await answer.hold(outcome, marks.live);
    setDeciding(false);
    answer.setProblem(failed);
    void listAnew();
    if (failed === null && outcome && nextOpen) choose(nextOpen.personId);
  };
  const goToCheck = ({ part, page }: SendCheck): void => {
    shown.choosePart(part);
    if (page) shown.choosePage(page);
    view.setState({ answering: false });
  };
  return {
    activity,
    zone,
    view,
    teller,
    queue,
    inHand,
    first: piece.name.split(' ')[0]!,
    paged: parts.some(({ kind }) => partUi(kind).answeredOn === 'pages'),
    dates,
    busy,
    news: line.news,
    choose,
    setDates: (changed) => setGiven(goId ? { goId, dates: changed } : null),
    tell: (outcome) => void tell(outcome),
    hold: (outcome) => void hold(outcome),
    tellHeld: () => void line.tellHeld(piece.personId),
    remind: (person) => void line.remind(person),
    goToCheck,
  };
}

export const DeskContext = createContext<Desk | null>(null);

/** The desk that a view is part of. */
export function useDeskHere(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('A view of the review desk stands outside of it.');
  return desk;
}
