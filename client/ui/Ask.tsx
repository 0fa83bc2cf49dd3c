import { useEffect, useRef, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Dialog, Portal, Text } from 'react-native-paper';
import { colours, OUTLINE } from './theme';

const FOCUSABLE = 'button, [href], input, textarea, [tabindex]:not([tabindex="-1"])';

interface Props {
  visible: boolean;
  title: string;
  children?: ReactNode;
  answers: ReactNode;
  onClose: () => void;
}

/**
 * A question that has to be answered before going on. Escape takes the question back; focus stays within, and returns.
 * Answered, it is gone at once: as long as the library takes to close it, a box that is hardly seen takes what is pressed or drawn there.
 */
export function Ask({ visible, title, children, answers, onClose }: Props) {
  if (!visible) return null;
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Question title={title} onClose={onClose}>
          <Text variant="headlineMedium" role="heading" aria-level={2}>{title}</Text>
          {children}
          <View style={styles.answers}>{answers}</View>
        </Question>
      </Dialog>
    </Portal>
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
      // What had the focus may be gone, as a button that was answered: then keys come from nowhere, and are for the question.
      const lost = event.target === document.body;
      if (!lost && !element.contains(event.target as Node)) return;
      if (event.key === 'Escape') return close.current();
      if (event.key !== 'Tab') return;
      const within = [...element.querySelectorAll<HTMLElement>(FOCUSABLE)];
      const [first, last] = [within[0], within.at(-1)];
      const at = document.activeElement;
      if (lost || (event.shiftKey ? at === first || at === element : at === last)) {
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
  dialog: { backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink, borderRadius: 0, maxWidth: 460, width: '90%', alignSelf: 'center' },
  content: { padding: 22, gap: 16, outlineWidth: 0 },
  answers: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, justifyContent: 'flex-end' },
});
