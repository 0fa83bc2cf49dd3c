import type { SheetPlan } from '@lippet/core/parts/page/sheetPlan';
import type { Spot, SpotKind } from '@lippet/core/page/spots';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PageThumb } from '../../page/pictures/PageThumb';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import { useWide } from '../../ui/useWide';

interface Props {
  sheet: SheetPlan;
  title: string;
  onChange: (sheet: SheetPlan) => void;
  onClose: () => void;
}

const KINDS = [
  { value: 'ink', word: 'Ink', icon: 'pen' },
  { value: 'words', word: 'Words', icon: 'words' },
  { value: 'photo', word: 'Photo', icon: 'camera' },
] as const;
/** Smallest spot, in points: a finger has to find it. */
const LEAST = 36;
/** How far an arrow key moves it, in points. */
const STEP = 8;

type Box = Pick<Spot, 'x' | 'y' | 'width' | 'height'>;
const clamp = (value: number, least: number, most: number): number => Math.min(Math.max(value, least), most);

/** Keeps a box on its sheet, no smaller than can be found. */
function onSheet({ x, y, width, height }: Box, sheet: SheetPlan): Box {
  const [w, h] = [clamp(width, LEAST, sheet.width), clamp(height, LEAST, sheet.height)];
  return { x: clamp(x, 0, sheet.width - w), y: clamp(y, 0, sheet.height - h), width: w, height: h };
}

/** Marks places on a real sheet that wait for ink, words or a photo: drag over the sheet for a new one. */
export function SpotLayout({ sheet, title, onChange, onClose }: Props) {
  const wide = useWide();
  const [chosen, setChosen] = useState<string | null>(null);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const spots = sheet.spots ?? [];
  const scale = Math.min(room.width / sheet.width, room.height / sheet.height) || 0;
  const put = (next: Spot[]): void => onChange({ ...sheet, spots: next });
  const change = (id: string, how: (spot: Spot) => Spot): void =>
    put(spots.map((spot) => (spot.id === id ? how(spot) : spot)));
  const place = (id: string, box: Box): void => change(id, (spot) => ({ ...spot, ...onSheet(box, sheet) }));
  const add = (box: Box): string => {
    const id = crypto.randomUUID();
    put([...spots, { id, kind: 'ink', label: `Place ${spots.length + 1}`, needed: true, ...onSheet(box, sheet) }]);
    setChosen(id);
    return id;
  };
  const drag = useRef<{ id: string | null; from: { x: number; y: number }; box: Box | null; size: boolean } | null>(
    null,
  );
  const [drawn, setDrawn] = useState<Box | null>(null);
  const placeOf = (event: PointerEvent): { x: number; y: number } => {
    const frame = (event.currentTarget as Element).closest('[data-testid="spot-sheet"]')!.getBoundingClientRect();
    return { x: (event.clientX - frame.left) / scale, y: (event.clientY - frame.top) / scale };
  };
  const begin = (event: PointerEvent, spot: Spot | null, size = false): void => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { id: spot?.id ?? null, from: placeOf(event), box: spot, size };
    setChosen(spot?.id ?? null);
  };
  const move = (event: PointerEvent): void => {
    const now = drag.current;
    if (!now) return;
    const { x, y } = placeOf(event);
    const [dx, dy] = [x - now.from.x, y - now.from.y];
    if (now.id && now.box)
      place(
        now.id,
        now.size
          ? { ...now.box, width: now.box.width + dx, height: now.box.height + dy }
          : { ...now.box, x: now.box.x + dx, y: now.box.y + dy },
      );
    else
      setDrawn({ x: Math.min(x, now.from.x), y: Math.min(y, now.from.y), width: Math.abs(dx), height: Math.abs(dy) });
  };
  const end = (): void => {
    // A tap on the sheet is no place.
    if (drag.current && !drag.current.id && drawn && drawn.width > 8 && drawn.height > 8) add(drawn);
    drag.current = null;
    setDrawn(null);
  };
  const onKey = (event: KeyboardEvent, spot: Spot): void => {
    const steps: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const step = steps[event.key];
    if (event.key === 'Delete' || event.key === 'Backspace') return put(spots.filter(({ id }) => id !== spot.id));
    if (!step) return;
    event.preventDefault();
    const [dx, dy] = step;
    place(
      spot.id,
      event.shiftKey
        ? { ...spot, width: spot.width + dx, height: spot.height + dy }
        : { ...spot, x: spot.x + dx, y: spot.y + dy },
    );
  };
  const spot = spots.find(({ id }) => id === chosen);
  return (
    <View style={styles.screen} role="main">
      <View style={styles.head}>
        <View style={styles.grow}>
          <Text variant="headlineMedium" role="heading" aria-level={1}>{`Places on ${title}`}</Text>
          <Text variant="bodySmall">
            Drag over the sheet where something is to go. Arrow keys move a place, with shift they change its size.
          </Text>
        </View>
        <Button kind="main" icon="tick" onPress={onClose}>
          Done
        </Button>
      </View>
      <View style={[styles.body, wide && styles.bodyWide]}>
        <View
          style={styles.room}
          onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width - 24, height: layout.height - 24 })}
        >
          {scale > 0 && (
            <div
              data-testid="spot-sheet"
              style={{
                position: 'relative',
                width: sheet.width * scale,
                height: sheet.height * scale,
                touchAction: 'none',
                cursor: 'crosshair',
                border: `${OUTLINE}px solid ${colours.ink}`,
                background: colours.scrap,
              }}
              onPointerDown={(event) => begin(event, null)}
              onPointerMove={move}
              onPointerUp={end}
              onPointerCancel={end}
            >
              <PageThumb
                page={{ id: 'spots', part: '', ...sheet }}
                layers={[]}
                width={sheet.width * scale}
                height={sheet.height * scale}
              />
              {spots.map((spot) => (
                <div
                  key={spot.id}
                  role="button"
                  tabIndex={0}
                  aria-label={`${spot.label}, ${spot.kind}${spot.needed ? ', needed' : ''}`}
                  aria-pressed={spot.id === chosen}
                  onPointerDown={(event) => begin(event, spot)}
                  onPointerMove={move}
                  onPointerUp={end}
                  onPointerCancel={end}
                  onFocus={() => setChosen(spot.id)}
                  onKeyDown={(event) => onKey(event, spot)}
                  style={{
                    ...boxStyle(spot, scale),
                    cursor: 'move',
                    border: `${OUTLINE}px ${spot.needed ? 'solid' : 'dashed'} ${colours.ink}`,
                    background: spot.id === chosen ? 'rgba(240, 174, 46, 0.4)' : 'rgba(220, 232, 234, 0.45)',
                  }}
                >
                  <span
                    style={{
                      font: "700 13px 'Atkinson Hyperlegible Next', sans-serif",
                      color: colours.ink,
                      padding: '1px 5px',
                      background: 'rgba(255, 252, 244, 0.85)',
                      display: 'inline-block',
                      maxWidth: '100%',
                      overflow: 'hidden',
                      whiteSpace: 'nowrap',
                      textOverflow: 'ellipsis',
                      boxSizing: 'border-box',
                    }}
                  >
                    {spot.label}
                  </span>
                  {spot.id === chosen && (
                    <div
                      aria-hidden
                      onPointerDown={(event) => begin(event, spot, true)}
                      onPointerMove={move}
                      onPointerUp={end}
                      style={{
                        position: 'absolute',
                        right: -10,
                        bottom: -10,
                        width: 20,
                        height: 20,
                        background: colours.ink,
                        border: `${OUTLINE}px solid ${colours.scrap}`,
                        cursor: 'nwse-resize',
                        touchAction: 'none',
                      }}
                    />
                  )}
                </div>
              ))}
              {drawn && (
                <div
                  style={{
                    ...boxStyle(drawn, scale),
                    border: `${OUTLINE}px dashed ${colours.vermilion}`,
                    pointerEvents: 'none',
                  }}
                />
              )}
            </div>
          )}
        </View>
        <ScrollView style={[styles.side, wide && styles.sideWide]} contentContainerStyle={styles.sideContent}>
          <Button
            icon="plus"
            onPress={() => void add({ x: sheet.width / 2 - 90, y: sheet.height / 2 - 60, width: 180, height: 120 })}
          >
            Add a place
          </Button>
          {spot ? (
            <>
              <Pick
                label="What goes there"
                headed
                options={KINDS}
                chosen={spot.kind}
                onChoose={(kind: SpotKind) => change(spot.id, (spot) => ({ ...spot, kind }))}
              />
              <Field
                label="What it says"
                value={spot.label}
                onChangeText={(label) => change(spot.id, (spot) => ({ ...spot, label }))}
                maxLength={120}
              />
              <TickBox
                word="Needed"
                below="The page is complete only with it"
                on={spot.needed}
                onChange={(needed) => change(spot.id, (spot) => ({ ...spot, needed }))}
              />
              <Button
                icon="bin"
                label={`Delete ${spot.label}`}
                onPress={() => put(spots.filter(({ id }) => id !== spot.id))}
              >
                Delete
              </Button>
            </>
          ) : (
            <Text variant="bodyMedium" style={{ color: colours.soft }}>
              {spots.length === 0
                ? 'There is no place yet.'
                : `${spots.length} ${spots.length === 1 ? 'place' : 'places'}. Press one to change it.`}
            </Text>
          )}
        </ScrollView>
      </View>
    </View>
  );
}

const boxStyle = ({ x, y, width, height }: Box, scale: number) =>
  ({
    position: 'absolute',
    left: x * scale,
    top: y * scale,
    width: width * scale,
    height: height * scale,
    boxSizing: 'border-box',
    touchAction: 'none',
  }) as const;

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  head: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 14 },
  grow: { flex: 1, gap: 2 },
  body: { flex: 1 },
  bodyWide: { flexDirection: 'row' },
  room: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.desk,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    padding: 12,
  },
  side: { flexGrow: 0, maxHeight: '42%', borderTopWidth: OUTLINE, borderColor: colours.ink },
  sideWide: { width: 330, maxHeight: '100%', borderLeftWidth: OUTLINE },
  sideContent: { padding: 16, gap: 14 },
});
