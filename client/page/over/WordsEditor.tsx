import { LINE_HEIGHT } from '@lippet/core/page/geometry';
import {
  MAX_TEXT,
  readItem,
  TEXT_ALIGNS,
  TEXT_FONTS,
  topOrder,
  type TextAlign,
  type TextBox,
  type TextFont,
} from '@lippet/core/page/item';
import { scaleOf } from '@lippet/core/page/matrix';
import { TEXT_FACES } from '@lippet/core/page/textFaces';
import { breakLines } from '@lippet/core/page/textLines';
import {
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type CSSProperties,
  type PointerEvent as ReactPointerEvent,
} from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { TEXT_SIZES, useDrawing } from '../../stores/drawing';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { useKeeping } from '../../ui/useKeeping';
import { canvasFont } from '../surface/drawItem';
import type { Surface, Writing } from '../surface/surface';
import { useOnScreen } from './useOnScreen';

const LEAST_WIDTH = 40;
const ALIGN_WORDS: Record<TextAlign, string> = { left: 'Left', centre: 'Middle', right: 'Right' };

let measuring: CanvasRenderingContext2D | null = null;

/** Breaks text as the page's canvas will draw it. */
function linesOf(text: string, look: Pick<TextBox, 'font' | 'size' | 'width'>): string[] {
  measuring ??= document.createElement('canvas').getContext('2d')!;
  measuring.font = canvasFont(look);
  return breakLines(text, look.width, (piece) => measuring!.measureText(piece).width);
}

/** Words written in place. The page moves so that the keyboard never covers them. */
export function WordsEditor({ surface, writing }: { surface: Surface; writing: Writing }) {
  const { at, scale } = useOnScreen(surface);
  const view = useStore(surface.state, (state) => state.view);
  const drawing = useDrawing();
  const before = useRef(readItem(writing.id, surface.top.items.get(writing.id)) as TextBox | null).current;
  const [text, setText] = useState(before?.text ?? '');
  const [width, setWidth] = useState(writing.width);
  const [font, setFont] = useState<TextFont>(before?.font ?? 'reading');
  const [align, setAlign] = useState<TextAlign>(before?.align ?? 'left');
  // Of a box that is there, size and colour change only when they are chosen anew.
  const chosen = drawing.choices.words;
  const first = useRef(chosen).current;
  const size = before && chosen.width === first.width ? before.size : TEXT_SIZES[chosen.width];
  const inkNow = surface.colourOf('words');
  const inkFirst = useRef(inkNow).current;
  const colour = before && inkNow === inkFirst ? before.colour : inkNow;
  const area = useRef<HTMLTextAreaElement>(null);
  const lines = linesOf(text, { font, size, width });

  const row = useRef({}).current;
  const kept = useRef(before !== null);
  const look = { text, width, font, align, size, colour, lines };
  const keepNow = (): void => {
    if (keep(surface, writing, look, row, kept.current)) kept.current = true;
  };
  const latest = useRef(look);
  latest.current = look;
  useLayoutEffect(() => {
    surface.renderer.lift([writing.id]);
    area.current?.focus({ preventScroll: true });
    return () => {
      // Words that were all taken away leave no box behind.
      if (latest.current.text.trim() === '')
        surface.change([{ page: surface.page.id, id: writing.id, after: null }], row);
      surface.renderer.lift([]);
    };
  }, [surface, writing, row]);
  useKeeping([text, width, font, align, size, colour].join('\n'), keepNow);
  // Undone, or taken away on another device.
  useEffect(
    () =>
      surface.state.subscribe((state) => {
        if (state.writing === writing && kept.current && !surface.top.get(writing.id))
          surface.state.setState({ writing: null });
      }),
    [surface, writing],
  );

  // What the on-screen keyboard leaves free is the visual viewport: keep the writing in its upper part.
  useEffect(() => {
    const show = (): void => {
      const field = area.current?.getBoundingClientRect();
      const seen = window.visualViewport;
      if (!field || !seen) return;
      const lowest = Math.min(seen.offsetTop + seen.height, surface.element.getBoundingClientRect().bottom) - 16;
      const over = Math.max(0, field.bottom - lowest);
      const under = Math.max(0, surface.element.getBoundingClientRect().top + 8 - (field.top - over));
      if (over - under > 0)
        surface.renderer.look({ ...surface.renderer.viewport, y: surface.renderer.viewport.y - (over - under) });
    };
    show();
    window.visualViewport?.addEventListener('resize', show);
    return () => window.visualViewport?.removeEventListener('resize', show);
  }, [surface, lines.length, view]);

  const close = (): void => {
    surface.state.setState({ writing: null });
    surface.element.focus({ preventScroll: true });
  };
  const [a, b, c, d, e, f] = writing.matrix;
  const { left, top } = at(e, f);
  const grow = useRef<{ x: number; width: number } | null>(null);
  const widthGrip = {
    onPointerDown: (event: ReactPointerEvent) => {
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      grow.current = { x: event.clientX, width };
    },
    onPointerMove: (event: ReactPointerEvent) => {
      if (grow.current)
        setWidth(
          Math.max(
            LEAST_WIDTH,
            grow.current.width + (event.clientX - grow.current.x) / (scale * scaleOf(writing.matrix)),
          ),
        );
    },
    onPointerUp: () => void (grow.current = null),
  };
  const face = TEXT_FACES[font];
  const height = Math.max(1, lines.length) * size * LINE_HEIGHT + 4;
  // As large as a finger, however small the words are shown.
  const target = TARGET.learner / scale;
  const reach = Math.max(height, target);
  const style: CSSProperties = {
    width: width + 2,
    height,
    fontFamily: face.family,
    fontWeight: face.weight,
    fontSize: size,
    lineHeight: LINE_HEIGHT,
    color: colour,
    textAlign: align === 'centre' ? 'center' : align,
    background: 'transparent',
    border: 0,
    outline: 'none',
    padding: 0,
    margin: 0,
    resize: 'none',
    overflow: 'hidden',
    display: 'block',
    whiteSpace: 'pre-wrap',
    overflowWrap: 'break-word',
  };
  return (
    <>
      <View
        style={[
          styles.box,
          {
            left: left - 1,
            top: top - 1,
            transformOrigin: '0 0' as never,
            transform: [{ matrix: [a * scale, b * scale, c * scale, d * scale, 0, 0] }] as never,
            outlineWidth: 2 / scale,
          },
        ]}
      >
        <textarea
          ref={area}
          value={text}
          maxLength={MAX_TEXT}
          aria-label="Words on the page"
          style={style}
          autoCapitalize="sentences"
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && close()}
        />
        <View
          style={[
            styles.grip,
            {
              left: width - 8 / scale,
              width: target,
              top: (height - reach) / 2,
              height: reach,
              paddingLeft: 6 / scale,
            },
          ]}
          aria-label="Wider or narrower"
          role="slider"
          aria-valuenow={Math.round(width)}
          {...(widthGrip as object)}
        >
          <View style={[styles.knob, { width: 12 / scale, height: Math.min(40, height * 0.6) }]} />
        </View>
      </View>
      <View style={styles.bar} role="toolbar" aria-label="How the words look">
        {TEXT_FONTS.map((each) => (
          <Pressable
            key={each}
            role="button"
            aria-pressed={font === each}
            aria-label={TEXT_FACES[each].word}
            onPress={() => setFont(each)}
            style={[styles.choice, font === each && styles.on]}
          >
            <Text
              style={{ fontFamily: TEXT_FACES[each].family, fontWeight: `${TEXT_FACES[each].weight}`, fontSize: 17 }}
            >
              {TEXT_FACES[each].word}
            </Text>
          </Pressable>
        ))}
        {TEXT_ALIGNS.map((each) => (
          <Pressable
            key={each}
            role="button"
            aria-pressed={align === each}
            aria-label={ALIGN_WORDS[each]}
            onPress={() => setAlign(each)}
            style={[styles.choice, align === each && styles.on]}
          >
            <View
              style={{
                gap: 4,
                alignItems: ({ left: 'flex-start', centre: 'center', right: 'flex-end' } as const)[each],
              }}
            >
              {[20, 13, 17].map((line) => (
                <View key={line} style={{ width: line, height: 2, backgroundColor: colours.ink }} />
              ))}
            </View>
          </Pressable>
        ))}
        <Pressable role="button" aria-label="Done with the words" onPress={close} style={[styles.choice, styles.done]}>
          <LineIcon name="tick" width={3} />
        </Pressable>
      </View>
    </>
  );
}

type Look = Pick<TextBox, 'text' | 'width' | 'font' | 'align' | 'size' | 'colour' | 'lines'>;

/** Keeps what is written, all of it as one step. @returns whether it is there now */
function keep(surface: Surface, { id, matrix, spot }: Writing, look: Look, row: object, kept: boolean): boolean {
  const before = surface.top.items.get(id)?.toJSON();
  if (look.text.trim() === '' || (kept && !before)) return kept;
  const fields = before ?? {
    kind: 'text',
    matrix: [...matrix],
    order: topOrder(surface.top.items),
    at: Date.now(),
    ...(spot ? { spot } : {}),
  };
  surface.change([{ page: surface.page.id, id, after: { ...fields, ...look } }], row);
  return true;
}

/** A drag on the grip must not scroll the page; React Native has no word for it. */
const NO_TOUCH = { touchAction: 'none' } as object;

const styles = StyleSheet.create({
  box: {
    position: 'absolute',
    outlineColor: colours.ink,
    outlineStyle: 'dashed',
    backgroundColor: 'rgba(255, 252, 244, 0.85)',
  },
  grip: {
    position: 'absolute',
    alignItems: 'flex-start',
    justifyContent: 'center',
    cursor: 'ew-resize' as never,
    ...NO_TOUCH,
  },
  knob: { backgroundColor: colours.ochre, outlineWidth: 1, outlineColor: colours.ink, outlineStyle: 'solid' },
  bar: {
    position: 'absolute',
    top: 8,
    alignSelf: 'center',
    flexDirection: 'row',
    flexWrap: 'wrap',
    maxWidth: '96%',
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  choice: {
    minWidth: TARGET.learner,
    height: TARGET.learner,
    paddingHorizontal: 4,
    alignItems: 'center',
    justifyContent: 'center',
  },
  on: { backgroundColor: colours.ochre },
  done: { borderLeftWidth: OUTLINE, borderColor: colours.ink },
});
