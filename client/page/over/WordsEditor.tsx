import { LINE_HEIGHT } from '@lippet/core/page/geometry';
import { MAX_TEXT, readItem, type TextAlign, type TextBox, type TextFont } from '@lippet/core/page/item';
import { scaleOf } from '@lippet/core/math/matrix';
import { TEXT_FACES } from '@lippet/core/page/textFaces';
import { useEffect, useLayoutEffect, useRef, useState, type CSSProperties } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { TEXT_SIZES, useDrawing } from '../../stores/drawing';
import { colours } from '../../ui/theme';
import { useKeeping } from '../../ui/useKeeping';
import type { Surface, Writing } from '../surface/surface';
import { useInSight } from './useInSight';
import { useOnScreen } from './useOnScreen';
import { WidthGrip } from './WidthGrip';
import { WordsBar } from './WordsBar';
import { keepWords, linesOf } from './wordsOnPage';

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
    if (keepWords({ surface, writing, look, row, kept: kept.current })) kept.current = true;
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

  useInSight(surface, area, [lines.length, view.width, view.height]);
  const close = (): void => {
    surface.state.setState({ writing: null });
    surface.element.focus({ preventScroll: true });
  };
  const [a, b, c, d, e, f] = writing.matrix;
  const { left, top } = at(e, f);
  const face = TEXT_FACES[font];
  const height = Math.max(1, lines.length) * size * LINE_HEIGHT + 4;
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
        <WidthGrip
          width={width}
          height={height}
          scale={scale}
          wordScale={scale * scaleOf(writing.matrix)}
          onWidth={setWidth}
        />
      </View>
      <WordsBar font={font} align={align} onFont={setFont} onAlign={setAlign} onDone={close} />
    </>
  );
}

const styles = StyleSheet.create({
  box: {
    position: 'absolute',
    outlineColor: colours.ink,
    outlineStyle: 'dashed',
    backgroundColor: 'rgba(255, 252, 244, 0.85)',
  },
});
