import { counted } from '../counted';
import { PagelessAnswer } from '../PagelessAnswer';
import type { ClientPart } from '../partKind';
import { PageFields } from './PageFields';
import { PagePreview } from './PagePreview';

/** Drawing and writing on sheets. */
export const pagePart: ClientPart<'page'> = {
  word: 'Page',
  icon: 'pen',
  about: 'Drawing and writing on sheets',
  newTitle: 'My page',
  verb: 'Draw',
  answeredOn: 'pages',
  pagesAre: 'sheets',
  nothingYet: 'Nothing drawn yet',
  settingsLine: ({ sheets }) => counted(sheets.length, 'sheet'),
  madeLine(_part, { neededSpots, filledSpots, drawnPages }, complete) {
    if (neededSpots > 0 && !complete) return `${filledSpots} of ${neededSpots} places filled`;
    return complete ? `${counted(drawnPages, 'page')}, drawn on` : null;
  },
  Answer: PagelessAnswer,
  Fields: PageFields,
  Preview: PagePreview,
};
