import { flagOf, withoutUndefined } from '../../contract/readRaw';
import { tickedParts } from '../../words/answers';
import { definePart, pagesComplete, type AnySettings } from '../partKind';

export interface TickSettings extends AnySettings {
  /** Whether a teacher has to confirm it. */
  confirm?: boolean;
}

export interface TickView {
  confirm: boolean;
}

export interface TickAnswer {
  ticked: true;
}

/** Something that is done away from the screen: "I have done this". */
export const tickPart = definePart<TickSettings, TickView, TickAnswer>({
  sign: 'M20 20h60v60H20ZM34 52l12 14 22-32',
  newSettings: () => ({}),
  readSettings: (raw) => withoutUndefined({ onPaper: flagOf(raw.onPaper), confirm: flagOf(raw.confirm) }),
  view: ({ confirm }) => ({ confirm: confirm === true }),
  answers: (doc) => new Map(tickedParts(doc).map((id) => [id, { ticked: true }])),
  isComplete: (_view, answer, content) => answer !== null || pagesComplete(content),
  record({ confirm }, answer, finished) {
    const ticked = answer !== null;
    const confirmed = ticked && confirm && finished;
    const words = ticked ? 'done' : 'not done';
    return { words: confirmed ? `${words}, confirmed` : words, ticked, confirmed };
  },
});
