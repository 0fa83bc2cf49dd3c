import { layOutNew, readPages } from '@lippet/core/page/document';
import { partOfPlace } from '@lippet/core/recording/take';
import { useEffect, useEffectEvent } from 'react';
import { useStore } from 'zustand';
import { useBringIn } from '../../page/surface/useBringIn';
import type { Surface } from '../../page/surface/surface';
import { SHEET_TOOLS } from '../../page/surface/toolList';
import { useToolKeys } from '../../page/surface/useToolKeys';
import { useIncomingPhoto } from '../../stores/incomingPhoto';
import type { Sheet } from './useSheet';

/** The teacher may have added sheets since the piece was begun. */
function useNewSheets({ editable, live, piece: { pages } }: Sheet): void {
  useEffect(() => {
    if (editable) layOutNew(live.doc, pages);
  }, [editable, pages, live]);
}

/** Undo leads to where something changes; a stroke that was under the pen when the tab closed is taken up again. */
function useEditorHere({ editor, editable, place: { goToPage, choosePart } }: Sheet): void {
  useEffect(() => {
    editor.onShow = (place) => {
      const part = partOfPlace(place);
      if (part === null) goToPage(place);
      else choosePart(part);
    };
  }, [editor, goToPage, choosePart]);
  useEffect(() => {
    if (editable) void editor.takeUpStroke();
  }, [editable, editor]);
}

/** Once a sought note's page is there, with its marks, its place comes close. */
function useSoughtNote({ view }: Sheet): void {
  const surface = useStore(view, (state) => state.surface);
  const sought = useStore(view, (state) => state.sought);
  useEffect(() => {
    if (!surface?.layered || !sought?.at || surface.page.id !== sought.page) return;
    surface.pointAt(sought.id, sought.at);
    view.setState({ sought: null });
  }, [surface, sought, view]);
}

/** A picture that was shared with the application, for this activity, comes into it. */
function useSharedPicture({ piece, live, editable, capture, view }: Sheet): void {
  const takeIn = useEffectEvent(() => {
    const file = useIncomingPhoto.getState().take(piece.card.activityId);
    if (!file) return;
    void capture.takeIn(piece.id, file, piece.parts, readPages(live.doc)).then((untaken) => view.setState({ untaken }));
  });
  useEffect(() => {
    if (editable) takeIn();
  }, [editable]);
}

/** So long the hand rests before the strip of pages goes, in milliseconds: it never goes between two strokes. */
const HAND_RESTS = 1_500;

/** On a phone the strip of pages makes room for who goes on working on one of them. */
function useStripGoes({ view, layout }: Sheet, surface: Surface | null): void {
  useEffect(() => {
    if (!surface || layout === 'wide') return;
    let rests: ReturnType<typeof setTimeout> | undefined;
    const stop = surface.state.subscribe(({ revision }, before) => {
      if (revision === before.revision || !view.getState().strip) return;
      clearTimeout(rests);
      rests = setTimeout(() => view.setState({ strip: false }), HAND_RESTS);
    });
    return () => {
      clearTimeout(rests);
      stop();
    };
  }, [surface, layout, view]);
}

/** All that happens by itself while an activity is open. */
export function useSheetEffects(sheet: Sheet): void {
  const { view, editable, inHand } = sheet;
  const surface = useStore(view, (state) => state.surface);
  const sending = useStore(view, (state) => state.sending);
  useNewSheets(sheet);
  useEditorHere(sheet);
  useSoughtNote(sheet);
  useSharedPicture(sheet);
  useStripGoes(sheet, surface);
  useBringIn(editable ? surface : null);
  useToolKeys(editable && !sending, SHEET_TOOLS, {
    surface,
    step: inHand.step,
    help: () => view.setState({ over: 'keys' }),
  });
}
