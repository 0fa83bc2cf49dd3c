import { orderItems, recolourItems } from '@lippet/core/page/arrange';
import { boundsAround, itemBounds } from '@lippet/core/page/geometry';
import { IDENTITY, scalingAt, turningAt, type Matrix, type Point } from '@lippet/core/math/matrix';
import { toPage } from '@lippet/core/page/viewport';
import {
  useRef,
  useState,
  type KeyboardEvent as ReactKeyboardEvent,
  type PointerEvent as ReactPointerEvent,
} from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { LineIcon, type LineName } from '../../ui/LineIcon';
import { SideScroll } from '../../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import type { ToolGesture } from '../surface/penInput';
import type { Surface } from '../surface/surface';
import { copyChosen, deleteChosen, doubleChosen } from '../surface/surfaceKeys';
import { COLOURS } from '../surface/toolList';
import { dragChosen } from '../tools/chooseTool';
import { CropPanel } from './CropPanel';
import { useOnScreen } from './useOnScreen';

/** Smallest factor by which a drag may shrink something. */
const LEAST_SCALE = 0.05;
/** What stays free between the bar and the edges of the sheet, in pixels. */
const EDGE = 8;
/** Of a grip with its word, in pixels. */
const GRIP_HEIGHT = 50;

/** A grip that drags what is chosen. Focused, the arrow keys work it. */
function Grip({
  surface,
  word,
  shown,
  style,
  icon,
  matrixOf,
  onKey,
}: {
  surface: Surface;
  word: string;
  /** Of the word, what is seen. */
  shown: string;
  style: object;
  icon: LineName;
  matrixOf: (from: Point, to: Point) => Matrix;
  onKey: (forward: boolean) => void;
}) {
  const gesture = useRef<ToolGesture | null>(null);
  const point = (event: ReactPointerEvent): Point => {
    const box = surface.element.getBoundingClientRect();
    return toPage(surface.renderer.viewport, event.clientX - box.left, event.clientY - box.top);
  };
  const handlers = {
    onPointerDown: (event: ReactPointerEvent) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      const from = point(event);
      gesture.current = dragChosen(surface, (to) => matrixOf(from, to));
    },
    onPointerMove: (event: ReactPointerEvent) => gesture.current?.move?.(point(event)),
    onPointerUp: (event: ReactPointerEvent) => {
      gesture.current?.end?.(point(event));
      gesture.current = null;
    },
    onPointerCancel: () => {
      gesture.current?.cancel?.();
      gesture.current = null;
    },
    onKeyDown: (event: ReactKeyboardEvent) => {
      if (!event.key.startsWith('Arrow')) return;
      event.preventDefault();
      onKey(event.key === 'ArrowRight' || event.key === 'ArrowUp');
    },
  };
  return (
    <View role="button" aria-label={word} tabIndex={0} style={[styles.grip, style]} {...(handlers as object)}>
      <View style={styles.knob}>
        <LineIcon name={icon} size={18} />
      </View>
      <Text variant="labelSmall" style={styles.knobWord}>
        {shown}
      </Text>
    </View>
  );
}

/** The frame around the chosen items, grips to scale and turn them, and what can be done with them. */
export function ChosenFrame({ surface }: { surface: Surface }) {
  const chosen = useStore(surface.state, (state) => state.chosen);
  const moving = useStore(surface.state, (state) => state.moving);
  const { at, scale } = useOnScreen(surface);
  const [panel, setPanel] = useState<'colour' | 'crop' | null>(null);
  const [barHeight, setBarHeight] = useState(0);
  const drawn = surface.chosenItems;
  const box = boundsAround(drawn.map(({ item }) => itemBounds(item)));
  if (chosen.length === 0 || !box) return null;
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  const origin = { x: box.left, y: box.top };
  const scaled = (from: Point, to: Point): Matrix => {
    const [was, is] = [Math.hypot(from.x - origin.x, from.y - origin.y), Math.hypot(to.x - origin.x, to.y - origin.y)];
    const factor = Math.max(LEAST_SCALE, is / Math.max(1, was));
    return scalingAt(factor, factor, origin);
  };
  const turned = (from: Point, to: Point): Matrix =>
    turningAt(Math.atan2(to.y - middle.y, to.x - middle.x) - Math.atan2(from.y - middle.y, from.x - middle.x), middle);
  const apply = (matrix: Matrix): void => {
    const gesture = dragChosen(surface, () => matrix);
    gesture.move!(middle);
    gesture.end!(middle);
  };
  const { left, top } = at(box.left, box.top);
  const [width, height] = [(box.right - box.left) * scale, (box.bottom - box.top) * scale];
  // However low the frame is, one grip does not lie over the other.
  const turnTop = top - 34;
  const sizeTop = Math.max(top + height - 18, turnTop + GRIP_HEIGHT);
  const [a, b, c, d, e, f] = moving;
  const transform = moving === IDENTITY ? undefined : [{ matrix: [a, b, c, d, e * scale, f * scale] }];
  const picture = drawn.length === 1 && drawn[0]!.item.kind === 'picture' ? drawn[0]!.item : null;
  const { page, top: layer } = surface;
  const actions: { word: string; icon: LineName; act: () => void }[] = [
    { word: 'Colour', icon: 'brush', act: () => setPanel(panel === 'colour' ? null : 'colour') },
    ...(picture
      ? [{ word: 'Crop', icon: 'crop' as const, act: () => setPanel(panel === 'crop' ? null : 'crop') }]
      : []),
    { word: 'Double', icon: 'copy', act: () => doubleChosen(surface) },
    { word: 'Copy', icon: 'pages', act: () => copyChosen(surface) },
    { word: 'Front', icon: 'front', act: () => surface.change(orderItems(page.id, layer.items, chosen, 'front')) },
    { word: 'Behind', icon: 'behind', act: () => surface.change(orderItems(page.id, layer.items, chosen, 'back')) },
    { word: 'Delete', icon: 'bin', act: () => deleteChosen(surface) },
  ];
  // The bar stands above or below what is chosen, and with all that is open in it within the sheet.
  const room = surface.state.getState().view.height - 2 * EDGE;
  const barTop = Math.max(EDGE, Math.min(top < 110 ? top + height + 34 : top - 98, EDGE + room - barHeight));
  return (
    <>
      <View
        style={[
          styles.frame,
          {
            left: left - 6,
            top: top - 6,
            width: width + 12,
            height: height + 12,
            transform: transform as never,
            transformOrigin: `${6 - left + at(0, 0).left}px ${6 - top + at(0, 0).top}px` as never,
          },
        ]}
        testID="chosen"
      />
      {moving === IDENTITY && (
        <>
          <Grip
            surface={surface}
            word="Size: larger or smaller"
            shown="Size"
            icon="size"
            style={{ left: left + width - 18, top: sizeTop }}
            matrixOf={scaled}
            onKey={(more) => apply(scalingAt(more ? 1.1 : 0.9, more ? 1.1 : 0.9, origin))}
          />
          <Grip
            surface={surface}
            word="Turn"
            shown="Turn"
            icon="turn"
            style={{ left: left + width - 18, top: turnTop }}
            matrixOf={turned}
            onKey={(more) => apply(turningAt(more ? 0.1 : -0.1, middle))}
          />
          <View
            style={[styles.bar, { top: barTop, maxHeight: room }]}
            role="toolbar"
            aria-label="What is chosen"
            onLayout={({ nativeEvent }) => setBarHeight(nativeEvent.layout.height)}
          >
            <SideScroll things="actions" style={styles.actions}>
              {actions.map(({ word, icon, act }) => (
                <Pressable key={word} role="button" aria-label={word} onPress={act} style={styles.action}>
                  <LineIcon name={icon} size={22} />
                  <Text variant="labelSmall">{word}</Text>
                </Pressable>
              ))}
            </SideScroll>
            {panel === 'colour' && (
              <View style={styles.colours} role="group" aria-label="New colour">
                {COLOURS.map(([name, colour]) => (
                  <Pressable
                    key={name}
                    role="button"
                    aria-label={name}
                    onPress={() => surface.change(recolourItems(page.id, layer.items, chosen, colour))}
                    style={styles.cell}
                  >
                    <View style={[styles.colour, { backgroundColor: colour }]} />
                  </Pressable>
                ))}
              </View>
            )}
            {panel === 'crop' && picture && (
              <ScrollView style={styles.panel}>
                <CropPanel surface={surface} picture={picture} onDone={() => setPanel(null)} />
              </ScrollView>
            )}
          </View>
        </>
      )}
    </>
  );
}

/** A drag on a grip must not scroll the page; React Native has no word for it. */
const NO_TOUCH = { touchAction: 'none' } as object;

const styles = StyleSheet.create({
  frame: {
    position: 'absolute',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    borderStyle: 'dashed',
    pointerEvents: 'none',
  },
  grip: {
    position: 'absolute',
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'center',
    cursor: 'pointer',
    ...NO_TOUCH,
  },
  knob: {
    width: 26,
    height: 26,
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
    justifyContent: 'center',
  },
  knobWord: { fontSize: 13, lineHeight: 16, paddingHorizontal: 3, backgroundColor: colours.scrap },
  bar: {
    position: 'absolute',
    left: EDGE,
    right: EDGE,
    maxWidth: 480,
    alignSelf: 'center',
    marginHorizontal: 'auto',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  actions: { flexShrink: 0, flexGrow: 0 },
  panel: { flexShrink: 1 },
  action: { width: 62, minHeight: 54, alignItems: 'center', justifyContent: 'center', gap: 2 },
  colours: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    borderTopWidth: OUTLINE,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  cell: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  colour: { width: 30, height: 30, borderWidth: OUTLINE, borderColor: colours.ink },
});
