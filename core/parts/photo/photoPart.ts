import { flagOf, withoutUndefined } from '../../contract/readRaw';
import { definePart, type AnySettings } from '../partKind';

/** Photos of work on paper: each is a page. */
export const photoPart = definePart({
  sign: 'M16 32h18l6-10h20l6 10h18v46H16ZM34 54a16 16 0 1 0 32 0a16 16 0 1 0-32 0',
  newSettings: (): AnySettings => ({}),
  readSettings: (raw): AnySettings => withoutUndefined({ onPaper: flagOf(raw.onPaper) }),
  view: () => ({ morePages: true }),
});
