import type { PartView } from '@lippet/core/parts/part';
import { readShot } from '@lippet/core/page/readShot';
import { partUi } from '../../parts/registry';
import type { CaptureFor } from './useCapture';
import type { Sheet } from './useSheet';

/** What may be done with the part in hand; null for what may not. */
export interface MayDo {
  /** Takes photos of paper as pages of the part. */
  takePages: () => void;
  /** The same with photos that lie on the device. */
  bringPages: () => void;
  /** Adds a page in the way of the part. */
  addPage: (() => void) | null;
  /** Photos of paper are pages that the learner has added: they can be put in order and deleted like others. */
  orderPages: boolean;
  /** Changes the photo that the page in hand is. */
  changePhoto: (() => void) | null;
  /** Answers with photos of paper, or by voice, in place of what is asked for. */
  answerOnPaper: (() => void) | null;
  answerByVoice: (() => void) | null;
  /** Puts a photo onto the page in hand. */
  putPhoto: (() => void) | null;
}

/** The last page of a part and those before it: pages lie in the order of the parts, also of empty ones. */
export function lastPageUpTo({ piece, pages }: Sheet, part: PartView): string | null {
  const upToHere = new Set(piece.parts.slice(0, piece.parts.indexOf(part) + 1).map(({ id }) => id));
  return pages.filter((page) => upToHere.has(page.part)).at(-1)?.id ?? null;
}

export function mayDo(sheet: Sheet): MayDo {
  const { inHand, capture, recording, view } = sheet;
  const { part, page, inPart, editable } = inHand;
  const { pagesAre, answeredOn } = partUi(part.kind);
  const takesPhotos = pagesAre === 'photos';
  const forPages = (): CaptureFor => ({
    kind: 'pages',
    part: part.id,
    after: lastPageUpTo(sheet, part),
    title: part.title,
  });
  const takePages = (): void => capture.begin(forPages());
  const addPage = takesPhotos ? takePages : (): void => view.setState({ over: 'add page' });
  // What is recorded has its own button as long as there is no page; what is answered elsewhere has none.
  const voiceFits = answeredOn === 'takes' || part.onPaper;
  const noButton = page !== undefined || answeredOn === 'panel';
  return {
    takePages,
    bringPages: () => {
      view.setState({ untaken: null });
      void capture.beginWithFiles(forPages());
    },
    addPage: editable && part.morePages ? addPage : null,
    orderPages: editable && (part.morePages || inPart.some(({ background }) => readShot(background))),
    changePhoto:
      sheet.editable && page && readShot(page.background) ? () => capture.changePhoto(page, part.title) : null,
    answerOnPaper: editable && part.onPaper && !takesPhotos ? takePages : null,
    answerByVoice: editable && voiceFits && noButton ? () => recording.record(part, 'sound') : null,
    putPhoto: editable && page ? () => capture.begin({ kind: 'picture', page, spot: null, title: part.title }) : null,
  };
}
