import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from './Button';
import { colours, OUTLINE } from './theme';

/** A fault in a screen leaves the rest of the application as it is: one loads it again, or goes to the start. */
export function ScreenFaults({ children }: { children: ReactNode }) {
  return <ErrorBoundary fallbackRender={() => <BrokenScreen />}>{children}</ErrorBoundary>;
}

function BrokenScreen() {
  const router = useRouter();
  return (
    <View style={styles.screen} role="alert">
      <Text variant="displaySmall" role="heading" aria-level={1}>
        This page broke
      </Text>
      <Text variant="bodyLarge">What you made is kept. Load the page again, or go to the start.</Text>
      <View style={styles.row}>
        <Button icon="now" onPress={() => router.replace('/')}>
          To the start
        </Button>
        {/* Its code may not have come: only the browser asks for that again. */}
        <Button kind="main" icon="again" onPress={() => window.location.reload()}>
          Load again
        </Button>
      </View>
    </View>
  );
}

interface PanelProps {
  children: ReactNode;
  /** Closes what broke; left out where it is no panel that can be closed. */
  onClose?: () => void;
}

/** A fault in one part of a screen leaves the other parts as they are. */
export function PanelFaults({ children, onClose }: PanelProps) {
  return (
    <ErrorBoundary
      fallbackRender={({ resetErrorBoundary }) => (
        <View style={styles.panel} role="alert">
          <Text variant="bodyMedium">This part of the page broke. What you made is kept.</Text>
          <View style={styles.row}>
            {onClose && (
              <Button icon="close" onPress={onClose}>
                Close
              </Button>
            )}
            <Button icon="again" onPress={resetErrorBoundary}>
              Try again
            </Button>
          </View>
        </View>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, padding: 24, gap: 16, justifyContent: 'center', backgroundColor: colours.paper },
  panel: {
    margin: 12,
    padding: 14,
    gap: 12,
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
