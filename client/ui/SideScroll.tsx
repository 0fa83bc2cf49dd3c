import { useRef, useState, type ReactNode, type RefObject } from 'react';
import { Pressable, ScrollView, StyleSheet, View, type Role, type StyleProp, type ViewStyle } from 'react-native';
import { colours, OUTLINE, TARGET } from './theme';
import { UnderIcon } from './UnderIcon';

interface Props {
  /** What stands in the row, for those who hear it: "pages". */
  things: string;
  children: ReactNode;
  role?: Role;
  'aria-label'?: string;
  style?: StyleProp<ViewStyle>;
  contentContainerStyle?: StyleProp<ViewStyle>;
  /** Where somebody outside moves the row. */
  scroll?: RefObject<ScrollView | null>;
}

/** So much of what is seen goes by at once. */
const STEP = 0.75;
/** Rounding leaves less than this at the ends of a row, in pixels. */
const NOTHING = 2;

/** A row that is moved sideways. At an edge with more behind it stands a way there: what can't be seen is not looked for. */
export function SideScroll({ things, children, role, style, contentContainerStyle, scroll, ...labels }: Props) {
  const own = useRef<ScrollView>(null);
  const row = scroll ?? own;
  const [width, setWidth] = useState(0);
  const [content, setContent] = useState(0);
  const [offset, setOffset] = useState(0);
  const most = width > 0 ? Math.max(0, content - width) : 0;
  const goBy = (share: number): void =>
    row.current?.scrollTo({ x: Math.max(0, Math.min(most, offset + share * width)), animated: false });
  return (
    <View style={[styles.box, style]}>
      <ScrollView
        ref={row}
        horizontal
        showsHorizontalScrollIndicator={false}
        scrollEventThrottle={16}
        style={styles.row}
        contentContainerStyle={contentContainerStyle}
        role={role}
        aria-label={labels['aria-label']}
        onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
        onContentSizeChange={setContent}
        onScroll={({ nativeEvent }) => setOffset(nativeEvent.contentOffset.x)}
      >
        {children}
      </ScrollView>
      {offset > NOTHING && most > 0 && <ScrollEdge to="before" things={things} onPress={() => goBy(-STEP)} />}
      {offset < most - NOTHING && <ScrollEdge to="after" things={things} onPress={() => goBy(STEP)} />}
    </View>
  );
}

const EDGES = {
  before: { icon: 'back', label: (things: string) => `More: the ${things} before` },
  after: { icon: 'forward', label: (things: string) => `More ${things}` },
} as const;

interface EdgeProps {
  to: keyof typeof EDGES;
  things: string;
  /** What stands below the arrow. */
  word?: string;
  dark?: boolean;
  onPress: () => void;
}

/** The way to what is out of sight at one edge of a row. */
export function ScrollEdge({ to, things, word = 'More', dark = false, onPress }: EdgeProps) {
  const { icon, label } = EDGES[to];
  return (
    <Pressable
      role="button"
      aria-label={label(things)}
      onPress={onPress}
      style={[styles.edge, styles[to], dark && styles.dark]}
    >
      <UnderIcon icon={icon} colour={dark ? colours.ochre : colours.ink}>
        {word}
      </UnderIcon>
    </Pressable>
  );
}

/** Width of the way to what is out of sight, in pixels. */
export const SCROLL_EDGE = TARGET.learner;
/** What comes into sight by the keyboard does not stop below an edge. */
export const CLEAR_OF_EDGES = { scrollPaddingLeft: SCROLL_EDGE, scrollPaddingRight: SCROLL_EDGE } as ViewStyle;

const styles = StyleSheet.create({
  box: { flexGrow: 0, flexShrink: 1 },
  row: { flexGrow: 0, flexShrink: 1, ...CLEAR_OF_EDGES },
  edge: {
    position: 'absolute',
    top: 0,
    bottom: 0,
    width: SCROLL_EDGE,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.scrap,
    borderColor: colours.ink,
  },
  dark: { backgroundColor: colours.ink, borderColor: colours.scrap },
  before: { left: 0, borderRightWidth: OUTLINE },
  after: { right: 0, borderLeftWidth: OUTLINE },
});
