import { backgroundWords } from '@lippet/core/page/background';
import type { PagePlan } from '@lippet/core/page/document';
import type { Items } from '@lippet/core/page/item';
import type { MediaHome } from '@lippet/core/contract/media';
import type { Spot } from '@lippet/core/page/spots';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Tool } from '../../stores/drawing';
import type { DocumentEditor } from '../document/documentEditor';
import { ItemLayer } from './itemLayer';
import { PdfPageSource } from '../pictures/pdfPages';
import { pictures } from '../pictures/pictures';
import type { Shown } from './pagePainter';
import { Surface, type ToolUse } from './surface';
import { surfaceKey } from './surfaceKeys';
import { goToSpot } from '../over/goToSpot';
import { useSameList } from '../../ui/useSameList';
import { SurfaceOver } from '../over/SurfaceOver';

interface Props {
  page: PagePlan;
  /** Layers of items, back to front. */
  layers: readonly Items[];
  /** Makes the changes of the topmost layer; null where there are none to make. */
  editor: DocumentEditor | null;
  editable: boolean;
  /** What the tools that are neither ink nor rubber do. */
  uses?: Partial<Record<Tool, ToolUse>>;
  /** Marks are all of one colour. */
  marks?: boolean;
  label: string;
  /** The piece whose page it is, where its spots are filled; pictures brought onto it belong to that. */
  pieceId?: string | null;
  /** What pictures brought onto this page belong to, where it is no page of one's own piece. */
  pictureHome?: MediaHome | null;
  /** What notes that are spoken onto this page belong to. */
  sayHome?: MediaHome | null;
  /** How layers and items are shown other than they are; must be the same object as long as it says the same. */
  shown?: Shown;
  /** Told of the surface when it is there, and with null when it goes. */
  onSurface?: (surface: Surface | null) => void;
  /** Takes a photo for a spot of this page. */
  onCamera?: (spot: Spot) => void;
}

const NO_USES = {};

/**
 * What the last render said: read when a pointer comes down, so that changing a tool or being frozen does not build the
 * sheet anew.
 */
type Latest = RefObject<Pick<Props, 'editable' | 'editor' | 'onSurface' | 'onCamera'>>;

interface Opening extends Pick<
  Props,
  'page' | 'layers' | 'uses' | 'marks' | 'pieceId' | 'pictureHome' | 'sayHome' | 'shown'
> {
  camera: boolean;
  onZoom: (percent: number) => void;
}

/**
 * Opens a surface in an element. Outside of the component, because what is made here would hold all that a render
 * knows, the sheet before among it, and that the one before it: a learner who goes through twenty pages would keep
 * twenty.
 */
function openSurface(
  element: HTMLElement,
  latest: Latest,
  { page, layers, uses = NO_USES, marks, pieceId, pictureHome = null, sayHome = null, shown, camera, onZoom }: Opening,
): { surface: Surface; close: () => void } {
  const itemLayers = layers.map((items) => new ItemLayer(items));
  const surface: Surface = new Surface(element, {
    page,
    layers: itemLayers,
    editor: () => latest.current.editor,
    marks,
    uses,
    pictureHome: pieceId ? `pieces/${pieceId}` : pictureHome,
    sayHome,
    shown,
    editable: () => latest.current.editable,
    ...(pieceId ? { startSpot: goToSpot } : {}),
    ...(camera ? { onCamera: (spot: Spot) => latest.current.onCamera?.(spot) } : {}),
    sources: {
      pictures: (media) => pictures.get(media, () => surface.renderer.redraw()),
      pdfPage: (media, number, onReady) =>
        new PdfPageSource(media, number, onReady, (groundMissing) => surface.state.setState({ groundMissing })),
    },
  });
  surface.state.subscribe(({ viewport }) => onZoom(Math.round(viewport.scale * 100)));
  // For tests and for whoever inspects the page: how much this sheet shows.
  const count = (): void => {
    Object.assign(element.dataset, {
      strokes: String(itemLayers.reduce((sum, { strokes }) => sum + strokes, 0)),
      items: String(itemLayers.reduce((sum, { drawn }) => sum + drawn.length, 0)),
    });
  };
  count();
  for (const layer of itemLayers) layer.listen(count);
  const resized = new ResizeObserver(([entry]) =>
    surface.renderer.resize(entry!.contentRect.width, entry!.contentRect.height),
  );
  resized.observe(element);
  // Words are drawn in our own faces once those have come.
  void document.fonts.ready.then(() => surface.renderer.redraw());
  const close = (): void => {
    resized.disconnect();
    surface.destroy();
    for (const layer of itemLayers) layer.destroy();
  };
  return { surface, close };
}

/** One page that can be worked on, looked at closely, and moved. */
export function PageSurface({
  page,
  layers,
  editor,
  editable,
  uses = NO_USES,
  marks,
  label,
  pieceId = null,
  pictureHome = null,
  sayHome = null,
  shown,
  onSurface,
  onCamera,
}: Props) {
  const host = useRef<View>(null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [zoomed, setZoomed] = useState(100);
  // `layers` is made anew by each render; what matters is which maps it holds.
  const maps = useSameList(layers);
  const { id } = page;
  const ground = page.background.kind;
  const opening = {
    page,
    layers,
    uses,
    marks,
    pieceId,
    pictureHome,
    sayHome,
    shown,
    camera: onCamera !== undefined,
    onZoom: setZoomed,
  };
  // Not by an effect event: React keeps those of sheets that were left, with all that was on them.
  const latest = useRef({ editable, editor, onSurface, onCamera, opening });
  latest.current = { editable, editor, onSurface, onCamera, opening };

  useEffect(() => {
    const made = openSurface(host.current as unknown as HTMLElement, latest, latest.current.opening);
    setSurface(made.surface);
    latest.current.onSurface?.(made.surface);
    return () => {
      setSurface(null);
      latest.current.onSurface?.(null);
      made.close();
    };
  }, [id, ground, uses, shown, maps]);

  // Another hand may turn the page or put a photo below while one draws: that comes before the document and its editor
  // are let go.
  const open = useRef<Surface | null>(null);
  open.current = surface;
  useLayoutEffect(
    () => () => {
      open.current?.settle();
      open.current = null;
    },
    [id, ground, uses, shown, maps],
  );

  const onKey = (event: { nativeEvent: KeyboardEvent; preventDefault(): void }): void => {
    if (surface && surfaceKey(surface, event.nativeEvent)) event.preventDefault();
  };
  const words = backgroundWords(page.background);
  return (
    <View style={styles.room}>
      <View
        ref={host}
        style={styles.sheet}
        tabIndex={0}
        role="img"
        aria-label={`${label}. ${words ? `${words} ` : ''}${zoomed} per cent.`}
        testID="sheet"
        {...{ onKeyDown: onKey, dataSet: { zoom: zoomed } }}
      />
      {surface && <SurfaceOver surface={surface} editable={editable} />}
    </View>
  );
}

const styles = StyleSheet.create({
  room: { flex: 1, overflow: 'hidden' },
  sheet: { flex: 1, overflow: 'hidden', cursor: 'crosshair' as 'auto', userSelect: 'none' },
});
