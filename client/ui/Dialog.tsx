import { useEffect, useRef, useState, type ReactNode } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { Dialog as PaperDialog, Portal, Text } from 'react-native-paper';
import { Notice } from './Notice';
import { colours, OUTLINE } from './theme';

/** What stays free above and below, in pixels. */
const AROUND = 16;
const FOCUSABLE = 'button, [href], input, textarea, [tabindex]:not([tabindex="-1"])';

interface Props {
  visible: boolean;
  title: string;
  children?: ReactNode;
  answers: ReactNode;
  /** Why what was answered could not be done: it stands in the question, above the answers. */
  problem?: string | null;
  onClose: () => void;
}

/**
 * A question that has to be answered before going on. Escape takes the question back; focus stays within, and returns.
 * Answered, it is gone at once: as long as the library takes to close it, a box that is hardly seen takes what is
 * pressed or drawn there.
 */
export function Dialog({ visible, title, children, answers, problem = null, onClose }: Props) {
  // However little height there is, what is asked and the answers are in sight, and what lies between can be scrolled.
  const most = useWindowDimensions().height - 2 * AROUND;
  if (!visible) return null;
  return (
    <Portal>
      <PaperDialog visible onDismiss={onClose} style={[styles.dialog, { maxHeight: most }]}>
        <Question title={title} onClose={onClose}>
          <Text variant="headlineMedium" role="heading" aria-level={2} style={styles.title}>
            {title}
          </Text>
          {children && <Between>{children}</Between>}
          {problem && (
            <View style={styles.problem}>
              <Notice>{problem}</Notice>
            </View>
          )}
          <View style={styles.answers}>{answers}</View>
        </Question>
      </PaperDialog>
    </Portal>
  );
}

/** What lies between question and answers; a line below says that there is more of it than is seen. */
function Between({ children }: { children: ReactNode }) {
  const [room, setRoom] = useState(0);
  const [length, setLength] = useState(0);
  return (
    <ScrollView
      style={[styles.scroll, length > room + 1 && styles.more]}
      contentContainerStyle={styles.between}
      onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.height)}
      onContentSizeChange={(_, height) => setLength(height)}
    >
      {children}
    </ScrollView>
  );
}

function Question({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  const box = useRef<View>(null);
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    const element = box.current as unknown as HTMLElement;
    const before = document.activeElement as HTMLElement | null;
    element.focus();
    const onKey = (event: KeyboardEvent): void => {
      // What had the focus may be gone, as a button that was answered: then keys come from nowhere, and are for the
      // question.
      const lost = event.target === document.body;
      if (!lost && !element.contains(event.target as Node)) return;
      if (event.key === 'Escape') return close.current();
      if (event.key !== 'Tab') return;
      const within = [...element.querySelectorAll<HTMLElement>(FOCUSABLE)];
      const [first, last] = [within[0], within.at(-1)];
      const focused = document.activeElement;
      if (lost || (event.shiftKey ? focused === first || focused === element : focused === last)) {
        event.preventDefault();
        (event.shiftKey ? last : first)?.focus();
      }
    };
    document.addEventListener('keydown', onKey);
    return () => {
      document.removeEventListener('keydown', onKey);
      before?.focus();
    };
  }, []);
  // A question that goes on to its next view takes the focus along, and is read out from there.
  useEffect(() => {
    if (document.activeElement === document.body) (box.current as unknown as HTMLElement).focus();
  });
  return (
    <View ref={box} role="dialog" aria-modal aria-label={title} tabIndex={-1} style={styles.content}>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  dialog: {
    backgroundColor: colours.paper,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    borderRadius: 0,
    maxWidth: 460,
    width: '90%',
    alignSelf: 'center',
  },
  content: { flexShrink: 1, outlineWidth: 0 },
  title: { paddingHorizontal: 22, paddingTop: 18, paddingBottom: 8 },
  scroll: { flexShrink: 1 },
  more: { borderTopWidth: OUTLINE, borderBottomWidth: OUTLINE, borderColor: colours.line, borderStyle: 'dashed' },
  between: { paddingHorizontal: 22, paddingVertical: 8, gap: 16 },
  problem: { paddingHorizontal: 22, paddingTop: 8 },
  answers: {
    paddingHorizontal: 22,
    paddingTop: 8,
    paddingBottom: 22,
    flexDirection: 'row',
    flexWrap: 'wrap',
    gap: 14,
    justifyContent: 'flex-end',
  },
});
