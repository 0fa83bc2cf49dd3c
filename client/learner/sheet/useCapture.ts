import { partUi } from '../../parts/registry';
import { pageItems, type PagePlan } from '@lippet/core/page/document';
import type { PartView } from '@lippet/core/parts/part';
import { readItems, topOrder } from '@lippet/core/page/item';
import { translation } from '@lippet/core/math/matrix';
import { filledSpots, type Spot } from '@lippet/core/page/spots';
import { type Shot } from '@lippet/core/scan/shot';
import { readShot } from '@lippet/core/page/readShot';
import { PHOTO_TYPES } from '@lippet/core/contract/media';
import { useRef, useState } from 'react';
import { askForFiles } from '../../ui/askForFiles';
import { firstWish, holdPhoto, keepPhoto, type MadePhoto } from '../../capture/bringPhoto';
import type { DocumentEditor } from '../../page/document/documentEditor';
import type { PageActions } from './usePageActions';

/** What photos are being taken for. */
export type CaptureFor =
  /** Pages of a part, as many as the learner likes; behind a page if there is one. */
  | {
      kind: 'pages';
      part: string;
      after: string | null;
      title: string;
      /** One stays where one is, and does not go to the page. */
      stay?: boolean;
    }
  /** A page's photo, changed or taken anew. */
  | { kind: 'change'; page: string; shot: Shot; title: string }
  /** A picture on a page, perhaps in a spot. */
  | { kind: 'picture'; page: PagePlan; spot: Spot | null; title: string };

/** A photo without a spot comes in at most this share of the page. */
const SHARE = 0.6;

function putPicture(
  editor: DocumentEditor,
  { page, spot }: Extract<CaptureFor, { kind: 'picture' }>,
  photo: MadePhoto,
): void {
  const items = pageItems(editor.doc, page.id);
  if (!items) return;
  const room = spot ?? {
    x: (page.width * (1 - SHARE)) / 2,
    y: (page.height * (1 - SHARE)) / 2,
    width: page.width * SHARE,
    height: page.height * SHARE,
  };
  const fit = Math.min(room.width / photo.width, room.height / photo.height);
  const [width, height] = [photo.width * fit, photo.height * fit];
  const matrix = [...translation(room.x + (room.width - width) / 2, room.y + (room.height - height) / 2)];
  const after = {
    kind: 'picture',
    media: photo.background.media,
    width,
    height,
    crop: [0, 0, 1, 1],
    alt: spot?.label ?? '',
    matrix,
    order: topOrder(items),
    at: Date.now(),
    ...(spot ? { spot: spot.id } : {}),
  };
  editor.change([{ page: page.id, id: crypto.randomUUID(), after }]);
}

/** Taking photos for a draft, and where each goes; every photo is one step of undo. */
export function useCapture(editor: DocumentEditor, actions: PageActions, onPage: (page: string) => void) {
  const [capturing, setCapturing] = useState<CaptureFor | null>(null);
  // Several files come one after another, before anything is drawn anew.
  const last = useRef<string | null>(null);
  // Chosen before anything else; without any, the camera begins.
  const [brought, setBrought] = useState<readonly File[]>([]);
  const begin = (wanted: CaptureFor, files: readonly File[] = []): void => {
    last.current = wanted.kind === 'pages' ? wanted.after : null;
    setBrought(files);
    setCapturing(wanted);
  };
  const beginWithFiles = async (wanted: CaptureFor): Promise<void> => {
    const files = await askForFiles(PHOTO_TYPES, wanted.kind === 'pages');
    if (files.length > 0) begin(wanted, files);
  };
  const onMade = (photo: MadePhoto): void => {
    if (!capturing) return;
    if (capturing.kind === 'picture') return putPicture(editor, capturing, photo);
    if (capturing.kind === 'change') return actions.reground(capturing.page, photo);
    last.current = actions.add(capturing.part, last.current, [photo]);
    if (!capturing.stay) onPage(last.current);
  };
  const changePhoto = (page: PagePlan, title: string): void => {
    const shot = readShot(page.background);
    if (shot) begin({ kind: 'change', page: page.id, shot, title });
  };
  /**
   * Takes in a picture that was about to be shown elsewhere: as a photo of a part that asks for some, else into the
   * first place that waits for one, else onto the first page.
   */
  const takeIn = async (
    pieceId: string,
    file: Blob,
    parts: readonly PartView[],
    pages: readonly PagePlan[],
  ): Promise<string | null> => {
    const held = await holdPhoto(file, null);
    const made = typeof held === 'string' ? held : await keepPhoto(pieceId, held, firstWish(held));
    if (typeof made === 'string') return made;
    const part = parts.find(({ kind, removed }) => partUi(kind).pagesAre === 'photos' && !removed);
    if (part) onPage(actions.add(part.id, pages.filter((page) => page.part === part.id).at(-1)?.id ?? null, [made]));
    else if (pages[0]) {
      const empty = pages.flatMap((page) => {
        const items = pageItems(editor.doc, page.id);
        const filled = items ? filledSpots(page.spots ?? [], readItems(items)) : new Set();
        return (page.spots ?? [])
          .filter((spot) => spot.kind === 'photo' && !filled.has(spot.id))
          .map((spot) => ({ page, spot }));
      })[0];
      const { page, spot } = empty ?? { page: pages[0], spot: null };
      putPicture(editor, { kind: 'picture', page, spot, title: '' }, made);
      onPage(page.id);
    } else return 'There is no place for a picture in this activity.';
    return null;
  };
  return { capturing, brought, begin, beginWithFiles, changePhoto, onMade, takeIn, end: () => setCapturing(null) };
}
