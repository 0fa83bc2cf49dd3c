import { memo, useEffect, useEffectEvent, useRef, useState, type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useDrawing, type Tool } from '../../stores/drawing';
import { LineIcon } from '../../ui/LineIcon';
import { CLEAR_OF_EDGES, SCROLL_EDGE, ScrollEdge } from '../../ui/SideScroll';
import { colours } from '../../ui/theme';
import { TOOLS } from './toolList';

/** Width of a tool of the row, in pixels. */
const TOOL = 56;
const EDGE = SCROLL_EDGE;
const PADDING = 4;
const UPRIGHT = 64;

/** How wide so many tools abreast are, in pixels. */
export const trayWidth = (abreast: number): number => abreast * UPRIGHT + 16;

/** The tools: along the foot of a phone, or so many abreast down a side. */
export const ToolTray = memo(function ToolTray({
  abreast = 0,
  low = false,
  only,
}: {
  abreast?: number;
  /** There is little height. */ low?: boolean;
  only: readonly Tool[];
}) {
  const upright = abreast > 0;
  const { tool: chosen, setTool } = useDrawing();
  const list = TOOLS.filter(({ tool }) => only.includes(tool));
  const tools = list.map(({ tool, word, icon, key, does }) => {
    const on = tool === chosen;
    const colour = on ? colours.ink : colours.scrap;
    return (
      <Pressable
        key={tool}
        role="button"
        aria-pressed={on}
        aria-label={word}
        aria-keyshortcuts={key}
        aria-description={does}
        onPress={() => setTool(tool)}
        style={[styles.tool, upright && styles.toolUpright, low && styles.toolLow, on && styles.on]}
      >
        <LineIcon name={icon} colour={colour} size={25} />
        <Text variant="labelSmall" style={[styles.word, { color: colour }]}>
          {word}
        </Text>
      </Pressable>
    );
  });
  if (upright)
    return (
      <View
        role="toolbar"
        aria-label="Tools"
        aria-orientation="vertical"
        style={[styles.upright, { width: trayWidth(abreast) }]}
      >
        {tools}
      </View>
    );
  return <ToolRow at={list.findIndex(({ tool }) => tool === chosen)}>{tools}</ToolRow>;
});

/**
 * A row that can be pushed sideways. What is out of sight has a way to it at that edge: nobody looks for a tool that
 * can't be seen.
 *
 * @param at which of the tools is in hand; it comes into sight
 */
function ToolRow({ at, children }: { at: number; children: ReactNode[] }) {
  const row = useRef<ScrollView>(null);
  const [width, setWidth] = useState(0);
  const [offset, setOffset] = useState(0);
  const content = children.length * TOOL + 2 * PADDING;
  const most = Math.max(0, content - width);
  const goTo = (x: number): void => row.current?.scrollTo({ x: Math.max(0, Math.min(most, x)), animated: false });
  const latest = useRef(offset);
  latest.current = offset;
  const show = useEffectEvent((tool: number) => {
    const [left, right] = [PADDING + tool * TOOL, PADDING + (tool + 1) * TOOL];
    const hidden =
      left < latest.current + (latest.current > 0 ? EDGE : 0) ||
      right > latest.current + width - (latest.current < most ? EDGE : 0);
    // At the ends of the row there is only one edge in the way.
    if (!hidden) return;
    if (right <= width - EDGE) goTo(0);
    else if (left >= most + EDGE) goTo(most);
    else goTo((left + right - width) / 2);
  });
  useEffect(() => {
    if (width > 0 && at >= 0) show(at);
  }, [at, width]);
  return (
    <View style={styles.tray}>
      <ScrollView
        ref={row}
        horizontal
        showsHorizontalScrollIndicator={false}
        style={styles.pushed}
        scrollEventThrottle={16}
        contentContainerStyle={styles.row}
        role="toolbar"
        aria-label="Tools"
        aria-orientation="horizontal"
        onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
        onScroll={({ nativeEvent }) => setOffset(nativeEvent.contentOffset.x)}
      >
        {children}
      </ScrollView>
      {offset > 1 && width > 0 && <ScrollEdge to="before" things="tools" word="Tools" dark onPress={() => goTo(0)} />}
      {offset < most - 1 && width > 0 && (
        <ScrollEdge to="after" things="tools" word="Tools" dark onPress={() => goTo(most)} />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  // As large as fits under a finger, however large one reads.
  word: { fontSize: 13, lineHeight: 17 },
  tray: { flexGrow: 0, flexShrink: 0, backgroundColor: colours.ink },
  pushed: CLEAR_OF_EDGES,
  row: { padding: PADDING, flexGrow: 1, justifyContent: 'space-between' },
  upright: { flexDirection: 'row', flexWrap: 'wrap', padding: 8, backgroundColor: colours.ink },
  tool: { minHeight: 60, width: TOOL, alignItems: 'center', justifyContent: 'center', gap: 3 },
  toolUpright: { width: UPRIGHT, minHeight: 62 },
  toolLow: { minHeight: 54 },
  on: { backgroundColor: colours.ochre },
});
